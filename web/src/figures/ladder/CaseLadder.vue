<script setup lang="ts">
import { computed } from 'vue'

import { written } from '../write'
import type { CaseForm } from '@/api/types'

interface Rung {
  [key: string]: unknown
  passes: boolean
  stopped_by: string | null
  stopped_words?: string
}

/** The sizes tried for a case, thin to thick, in the columns of its code book. */
const props = defineProps<{ form: CaseForm; values: Record<string, unknown> }>()

const rungs = computed(() => (props.values.ladder as Rung[] | undefined) ?? [])
const sizeKey = computed(() => props.form.ladder[0].key)
const carries = computed(() => props.form.ladder[1])
const others = computed(() => props.form.ladder.slice(2))
const need = computed(() => Number(props.values[props.form.need] ?? 0))
const widest = computed(() => Math.max(need.value * 1.15, 1, ...rungs.value.map((r) => Number(r[carries.value.key]))))
const chosen = computed(() => props.values[sizeKey.value])

function share(amps: number): string {
  return `${(100 * Math.min(1, amps / widest.value)).toFixed(1)}%`
}

function text(value: unknown, unit: string): string {
  return unit === '%' && typeof value === 'number' && value >= 100 ? '>100 %' : written(value as number | string | null, unit, unit === '%' ? 1 : undefined)
}
</script>

<template>
  <table class="ladder">
    <thead class="narrow quiet">
      <tr>
        <th>{{ form.ladder[0].label }}</th><th class="wide">to need</th><th>{{ carries.label }}</th>
        <th v-for="column in others" :key="column.key">{{ column.label }}</th><th class="last">stopped by</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="rung in rungs" :key="String(rung[sizeKey])" :class="{ passes: rung.passes, chosen: rung[sizeKey] === chosen }"
        :data-size="rung[sizeKey]"
      >
        <th scope="row" class="mono">{{ text(rung[sizeKey], form.ladder[0].unit) }}</th>
        <td class="wide"><span class="track"><span class="bar" :style="{ width: share(Number(rung[carries.key])) }" /><span class="need" :style="{ left: share(need) }" /></span></td>
        <td class="mono">{{ text(rung[carries.key], carries.unit) }}</td>
        <td v-for="column in others" :key="column.key" class="mono">{{ text(rung[column.key], column.unit) }}</td>
        <td class="narrow last">{{ rung.stopped_words || rung.stopped_by || (rung.passes ? 'passes' : '') }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.ladder { width: 100%; border-collapse: collapse; }
th, td { padding: 2px 6px; text-align: right; font-weight: 400; font-size: 13px; white-space: nowrap; }
thead th { font-size: 13px; }
th:first-child { text-align: left; font-weight: 600; }
.wide { width: 40%; min-width: 60px; }
.last { text-align: left; font-size: 14.5px; white-space: normal; }
tr { color: var(--quiet); }
.passes { color: var(--good); }
.chosen { background: var(--soft); color: var(--ink); outline: 1px solid var(--ink); }
.track { position: relative; display: block; height: 9px; }
.bar { position: absolute; inset: 1px auto 1px 0; background: var(--bar-off); }
.passes .bar { background: var(--bar); }
.chosen .bar { background: var(--ink); }
.need { position: absolute; top: -3px; bottom: -3px; width: 2px; background: var(--danger); }
@media screen and (max-width: 700px) {
  .wide { display: none; }
  th, td { padding: 2px 3px; font-size: 12.5px; }
}
</style>
