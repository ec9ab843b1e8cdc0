<script setup lang="ts">
import { computed } from 'vue'

import { written } from '../write'
import type { CaseForm } from '@/api/types'

/** Figures held against their limits: a bar that ends at its figure, the limit as a line across it. */
const props = defineProps<{ margins: CaseForm['margins']; values: Record<string, unknown> }>()

function within(margin: CaseForm['margins'][number]): boolean {
  const [value, limit] = [Number(props.values[margin.key]), Number(props.values[margin.limit])]
  return margin.least ? value >= limit - 1e-9 : value <= limit + 1e-9
}
// Of ways of which either is enough, one that is missed fails nothing while another holds.
const met = computed(() => props.margins.some((m) => m.either && within(m)))
const rows = computed(() =>
  props.margins.flatMap((margin) => {
    const value = props.values[margin.key]
    const limit = props.values[margin.limit]
    if (typeof value !== 'number' || typeof limit !== 'number') return []
    const end = Math.min(Math.max(value, limit) * 1.15, limit * 3) || 1
    const share = (x: number) => `${(100 * Math.min(1, x / end)).toFixed(1)}%`
    const holds = within(margin)
    const words = `${written(value, margin.unit)} · ${margin.least ? 'least' : 'most'} ${written(limit, margin.unit, margin.unit === 'mm²' ? 2 : undefined)}`
    return [{ label: margin.label, bar: share(value), line: share(limit), holds, spare: !holds && margin.either && met.value, words }]
  }),
)
</script>

<template>
  <ul v-if="rows.length" class="bars" aria-label="Against the limits">
    <li v-for="row in rows" :key="row.label" :class="{ fails: !row.holds, spare: row.spare }">
      <span class="narrow">{{ row.label }}</span>
      <span class="track" aria-hidden="true"><span class="bar" :style="{ width: row.bar }" /><span class="limit" :style="{ left: row.line }" /></span>
      <span class="mono">{{ row.words }}<span class="visually-hidden">, {{ row.holds ? 'holds' : row.spare ? 'not met, the other way is' : 'fails' }}</span></span>
    </li>
  </ul>
</template>

<style scoped>
.bars { list-style: none; margin: 10px 0; padding: 0; }
li { display: grid; grid-template-columns: 140px minmax(60px, 1fr) 210px; gap: 10px; align-items: center; padding: 3px 0; font-size: 15px; color: var(--good); }
.narrow { color: var(--ink); }
.track { position: relative; height: 10px; background: var(--soft); }
.bar { position: absolute; inset: 1px auto 1px 0; background: var(--bar); }
.fails { color: var(--danger); }
.fails .bar { background: var(--bar-off); }
.spare { color: var(--quiet); }
.limit { position: absolute; top: -3px; bottom: -3px; width: 2px; background: var(--danger); }
.mono { font-size: 12.5px; white-space: nowrap; }
@media screen and (max-width: 700px) { li { grid-template-columns: 120px 1fr; gap: 2px 6px; } .mono { grid-column: 1 / 3; } }
</style>
