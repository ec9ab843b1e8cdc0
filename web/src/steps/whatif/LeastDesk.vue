<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { LeastLines, PatchStep } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { counted } from '@/figures/write'
import { useDesk } from '@/stores/desk'

const props = defineProps<{ names: Map<string, string> }>()
const desk = useDesk()
const years = ref(20)
const whole = ref<LeastLines | null>(null)
const found = computed(() => whole.value?.least ?? null)
const line = ref<string | null>(null)
const looking = ref(false)
const trouble = ref('')
let asked = 0

// What was found holds for the job and the years it was found for.
watch([() => desk.key, years, line], () => {
  whole.value = null
  trouble.value = ''
  asked += 1
  looking.value = false
})

async function look() {
  if (!desk.job) return
  const call = ++asked
  looking.value = true
  trouble.value = ''
  try {
    const answer = await answered(api.POST('/api/solve/least-cost', { body: { job: desk.job, years: years.value, lines: line.value ? [line.value] : [] } }))
    if (call === asked) whole.value = answer.least
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    if (call === asked) trouble.value = error.message
  } finally {
    if (call === asked) looking.value = false
  }
}

const lines = computed(() => [{ value: null as string | null, words: 'none' }, ...[...props.names].map(([value, words]) => ({ value: value as string | null, words: words.split(' → ')[1] ?? words }))])

function money(value: number): string {
  const sign = value < -0.5 ? '−' : value > 0.5 ? '+' : ''
  return `${sign}$${Math.abs(value).toLocaleString('en-US', { maximumFractionDigits: 0 })}`
}

function take() {
  if (found.value?.fix) void desk.edit(found.value.fix.patch as unknown as PatchStep[])
}
</script>

<template>
  <section class="least" aria-label="Least cost that passes">
    <div class="ask">
      <h3>Least cost that passes</h3>
      <span class="narrow quiet">Metal and size of every run that is not locked, together: every rule kept, every place within its drop from the source.</span>
      <NumberField label="With losses over" :value="years" unit="years" pointer="/none" hint="0 counts the parts alone" @change="(v) => v !== null && v >= 0 && v <= 100 && (years = v)" />
      <ChoiceField class="line" label="480 V, if it pays, to" :value="line" :choices="lines" pointer="/none" hint="Through a transformer at its end, and one at its start where needed" @change="(v) => (line = v)" />
      <v-btn variant="flat" :disabled="looking" @click="look">{{ looking ? 'Looking…' : 'Find it' }}</v-btn>
    </div>
    <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
    <div v-if="found" role="status">
      <p>
        <template v-if="found.changes.length">
          <FigureButton :figure="found.after" title="least cost" /> against <FigureButton :figure="found.before" title="sized run by run" /> sized run by run:
          <b v-if="Number(found.saved.value) >= 0">{{ money(Number(found.saved.value)).replace('+', '') }} saved</b>
          <b v-else>{{ money(-Number(found.saved.value)).replace('+', '') }} more, for run by run breaks the drop from the source</b>
        </template>
        <template v-else>It is the cheapest already: <FigureButton :figure="found.before" title="sized run by run" />.</template>
        <template v-if="!found.proved"> Not proved: something that no one run is to blame for was passed by.</template>
      </p>
      <p v-if="whole?.lines.length" class="narrow">{{ whole.lines.map((r) => names.get(r) ?? r).join(', ') }}: at 480 V between transformers, their price and losses counted.<template v-if="whole.brings.length"> To look at then: {{ whole.brings.join('; ') }}.</template></p>
      <p v-if="whole?.passed_by.length" class="narrow quiet">Passed by: {{ whole.passed_by.join('; ') }}.</p>
      <p v-if="found.over.length" class="caution">{{ found.over.join(', ') }}: beyond the drop limit whatever is chosen.</p>
      <div v-if="found.changes.length" class="scroll">
        <table>
          <thead><tr class="narrow"><th>Run</th><th>By itself</th><th>Together</th><th class="right">Parts</th><th class="right">Losses</th></tr></thead>
          <tbody>
            <tr v-for="c in found.changes" :key="c.run">
              <td class="narrow">{{ names.get(c.run) ?? c.run }}</td><td class="mono">{{ c.before }}</td><td class="mono"><b>{{ c.after }}</b></td>
              <td class="mono right">{{ money(c.parts_after - c.parts_before) }}</td><td class="mono right">{{ money(c.losses_after - c.losses_before) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <v-btn v-if="found.fix" @click="take">{{ found.fix.label }}, {{ counted(found.changes.length, 'run') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.least { border: 1px solid var(--rule); padding: 8px 12px; margin-bottom: 10px; }
.ask { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; }
.ask > .quiet { flex: 1; min-width: 240px; font-size: 14.5px; }
.ask > :deep(.field) { width: 190px; }
.ask > :deep(.line) { width: 300px; max-width: 100%; }
h3 { font-size: 16px; }
p { margin: 6px 0; font-size: 14px; }
.scroll { overflow-x: auto; }
table { width: 100%; border-collapse: collapse; margin-bottom: 8px; font-size: 13px; }
th { text-align: left; font-weight: 500; color: var(--quiet); border-bottom: 1px solid var(--ink); font-size: 14px; padding-right: 10px; }
td { border-bottom: 1px solid var(--rule); padding: 2px 10px 2px 0; }
.right { text-align: right; }
td.narrow { font-size: 15px; }
</style>
