<script setup lang="ts">
import { computed, ref } from 'vue'

import PanelPapers from './PanelPapers.vue'
import PanelPicker from './PanelPicker.vue'
import ScheduleIn from './ScheduleIn.vue'
import { usePanelDesk } from './usePanel'
import { answered, api, Refused } from '@/api/client'
import { counted, written } from '@/figures/write'
import SwitchField from '@/fields/SwitchField.vue'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN } from '@/fields/choices'

const panel = usePanelDesk()
const { desk, station, answer, base } = panel
const pasting = ref(false)
const notice = ref('')
const proposed = ref('')

const bars = computed(() => (panel.panel.value?.bars ?? []).map((b) => ({ bar: b, found: answer.value?.bars.find((a) => a.id === b.id) })))
const gear = computed(() => station.value?.gear)
const sum = computed(() => {
  const g = gear.value
  const bus = g?.bus_a ?? g?.rating_a
  return [bus ? `${written(bus, 'A')} bus` : 'bus not on record', answer.value ? `${answer.value.spaces} spaces, ${answer.value.allowed} poles allowed` : ''].filter(Boolean).join(', ')
})

async function propose() {
  if (!desk.job || !station.value) return
  notice.value = proposed.value = ''
  try {
    const { proposal } = await answered(api.POST('/api/panels/propose', { body: { job: desk.job, station: station.value.id } }))
    if (!proposal.fix) proposed.value = 'Every circuit that this place owes is here.'
    else if (await panel.apply(proposal.fix)) proposed.value = `${counted(proposal.circuits.length, 'circuit')} added${proposal.without_space ? `, ${proposal.without_space} without a space` : ''}. Undo takes them back.`
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    notice.value = error.message
  }
}
</script>

<template>
  <section class="facts" aria-label="Panel">
    <PanelPicker class="picker" />
    <template v-if="answer">
      <p class="narrow quiet">{{ sum }}</p>
      <h3 class="cap">Spaces</h3>
      <dl>
        <dt>used</dt><dd class="mono">{{ answer.used }}</dd>
        <template v-if="answer.halves"><dt>of them with halves</dt><dd class="mono">{{ answer.halves }}</dd></template>
        <dt>free</dt><dd class="mono" :class="{ caution: answer.free < answer.wanted }">{{ answer.free }}</dd>
        <dt>house rule wants</dt><dd class="mono">{{ answer.wanted }}</dd>
        <dt>poles</dt><dd class="mono" :class="{ danger: answer.poles > answer.allowed }">{{ answer.poles }} of {{ answer.allowed }}</dd>
      </dl>
      <h3 class="cap">Holes</h3>
      <dl v-if="bars.length">
        <template v-for="{ bar, found } in bars" :key="bar.id"><dt>{{ bar.id.replaceAll('-', ' ') }}</dt><dd class="mono">{{ found?.used ?? 0 }} of {{ bar.holes }}</dd></template>
        <template v-if="answer.loose_neutrals + answer.loose_grounds"><dt>wires in none yet</dt><dd class="mono caution">{{ answer.loose_neutrals + answer.loose_grounds }}</dd></template>
      </dl>
      <p v-else class="narrow quiet">No bar is on record: enter them under As bought.</p>
      <h3 class="cap">Directory</h3>
      <ChoiceField label="Posted" :value="panel.panel.value?.directory ?? null" :choices="KNOWN" :pointer="`${base}/panel/directory`" @change="(v) => panel.edit([['panel/directory', v]])" />
      <SwitchField label="Circuits drive Loads" :value="panel.panel.value?.drives_loads ?? false" :pointer="`${base}/panel/drives_loads`" hint="Legs, kitchen and laundry circuits, and typed appliance circuits count in Loads as they stand here" @change="(v) => panel.edit([['panel/drives_loads', v]])" />
      <div class="acts">
        <v-btn @click="propose">Propose circuits</v-btn>
        <v-btn @click="pasting = true">Paste rows or CSV in</v-btn>
      </div>
      <p v-if="proposed" class="narrow good" role="status">{{ proposed }}</p>
      <p v-if="notice" class="danger" role="alert">{{ notice }}</p>
      <PanelPapers v-if="desk.id && station" :job-id="desk.id" :station-id="station.id" />
      <ScheduleIn v-model="pasting" />
    </template>
  </section>
</template>

<style scoped>
.facts { padding: 10px 12px 16px 14px; }
h3.cap { margin: 12px 0 2px; font-size: 13px; }
p { margin: 4px 0; font-size: 15px; }
dl { display: grid; grid-template-columns: 1fr auto; gap: 2px 8px; margin: 0; }
dt { font-family: var(--narrow); font-size: 15px; color: var(--quiet); }
dd { margin: 0; text-align: right; }
.acts { display: flex; flex-wrap: wrap; gap: 6px; margin: 10px 0 4px; }
@media screen and (max-width: 700px) { .picker { display: none; } }
</style>
