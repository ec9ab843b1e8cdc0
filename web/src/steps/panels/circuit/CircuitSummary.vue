<script setup lang="ts">
import { computed } from 'vue'

import { spaceText, usePanelDesk } from '../usePanel'
import FigureButton from '@/figures/FigureButton.vue'

const panel = usePanelDesk()
const { circuit, solved, circuits, panel: own } = panel
const answer = computed(() => (circuit.value ? solved.value.get(circuit.value.id) : undefined))
const partner = computed(() => circuits.value.find((c) => c.id === circuit.value?.partner))

function hole(of: 'neutral_at' | 'ground_at'): string {
  const at = circuit.value?.[of] ?? partner.value?.[of]
  const kind = own.value?.bars.find((b) => b.id === at?.bar)
  return at && kind ? `hole ${at.hole} of ${at.bar.replaceAll('-', ' ')}` : 'in no hole yet'
}
</script>

<template>
  <section v-if="circuit && answer" :aria-label="`Circuit ${spaceText(circuit)}`">
    <h2 class="cap">{{ spaceText(circuit) }} · {{ answer.says }}</h2>
    <dl>
      <dt>Takes</dt><dd class="owed"><FigureButton :figure="answer.va" :title="`load of ${answer.says}`" :places="0" /> <FigureButton :figure="answer.amps" :title="`current of ${answer.says}`" /></dd>
      <dt>Leg</dt><dd class="mono">{{ answer.leg || 'not in the panel' }} · {{ answer.volts }} V</dd>
      <dt>Wire</dt>
      <dd class="mono" :class="{ danger: answer.passes === false }">
        <FigureButton v-if="answer.wire.value" :figure="answer.wire" :title="`wire of ${answer.says}`" /><template v-else>{{ answer.size ?? '—' }}</template><template v-if="answer.passes === false"> · {{ answer.stopped_by }}</template><template v-else-if="answer.drop.value !== null"> · <FigureButton :figure="answer.drop" :title="`drop of ${answer.says}`" /> drop</template>
      </dd>
      <template v-if="partner"><dt>Partner</dt><dd class="mono" :class="{ danger: !circuit.tied }">{{ spaceText(partner) }}{{ circuit.tied ? ', tied' : ', no tie' }}</dd></template>
      <template v-if="answer.owed.length">
        <dt>Owes</dt><dd class="owed"><span v-for="o in answer.owed" :key="o.guard" :class="o.has ? 'good' : 'danger'" :title="`${o.section}: ${o.why}`">{{ o.guard.toUpperCase() }} {{ o.has ? '✓' : 'missing' }}</span></dd>
      </template>
      <dt>Neutral</dt><dd class="mono">{{ hole('neutral_at') }}</dd>
      <dt>Ground</dt><dd class="mono">{{ hole('ground_at') }}</dd>
    </dl>
  </section>
  <p v-else class="quiet">Choose a breaker to see its circuit, or tap a free space for a new one.</p>
</template>

<style scoped>
dl { display: grid; grid-template-columns: auto 1fr; gap: 1px 10px; margin: 4px 0 0; }
dt, dd { border-bottom: 1px solid var(--rule); padding: 2px 0; }
dt { color: var(--quiet); font-family: var(--narrow); font-size: 15px; }
dd { margin: 0 0 0 -10px; text-align: right; font-size: 13px; }
.owed { display: flex; gap: 10px; justify-content: flex-end; }
</style>
