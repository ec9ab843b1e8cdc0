<script setup lang="ts">
import { computed } from 'vue'

import { usePanelDesk } from './usePanel'
import type { MoveAnswer } from '@/api/types'
import { useUnits } from '@/stores/units'

const props = defineProps<{ found: MoveAnswer }>()
const panel = usePanelDesk()
const units = useUnits()
const WIDTH = 420
const ROW = 16

/** Every cable as a bar from the old panel toward the new one: as long as it is, against the line of what it needs. */
const rows = computed(() => props.found.reaches.filter((r) => r.needed !== null))
const longest = computed(() => Math.max(1, ...rows.value.map((r) => Math.max(r.needed ?? 0, r.there ?? 0))))
const x = (length: number) => 96 + ((WIDTH - 120) * length) / longest.value
const height = computed(() => 34 + rows.value.length * ROW + 10)
</script>

<template>
  <svg v-if="rows.length" :viewBox="`0 0 ${WIDTH} ${height}`" role="img" :aria-label="`${rows.filter((r) => r.reaches).length} of ${rows.length} circuits reach`">
    <rect x="4" y="24" width="74" :height="rows.length * ROW + 8" class="old" />
    <text x="41" y="16" text-anchor="middle">old panel</text>
    <text :x="WIDTH - 4" y="16" text-anchor="end">cable there, and what the new place needs ({{ units.length.sign }})</text>
    <g v-for="(r, i) in rows" :key="r.circuit" class="row" @click="panel.circuitId.value = r.circuit">
      <text x="72" :y="40 + i * ROW" text-anchor="end" class="mono" :class="{ strong: panel.circuitId.value === r.circuit }">{{ panel.circuits.value.find((c) => c.id === r.circuit)?.space ?? '·' }}</text>
      <line x1="78" :x2="x(r.there ?? 0)" :y1="36 + i * ROW" :y2="36 + i * ROW" :class="r.reaches === false ? 'short' : r.reaches === null ? 'unknown' : 'reach'" />
      <line v-if="r.reaches === false" :x1="x(r.there ?? 0)" :x2="x(r.needed ?? 0)" :y1="36 + i * ROW" :y2="36 + i * ROW" class="wanting" />
      <line :x1="x(r.needed ?? 0)" :x2="x(r.needed ?? 0)" :y1="30 + i * ROW" :y2="42 + i * ROW" class="need" />
    </g>
  </svg>
</template>

<style scoped>
svg { width: 100%; max-width: 520px; align-self: start; }
.old { fill: var(--soft); stroke: var(--ink); }
text { font-family: var(--narrow); font-size: 13px; fill: var(--quiet); }
.mono { font-family: var(--figures); font-size: 11px; fill: var(--ink); }
.strong { font-weight: 600; }
.reach { stroke: var(--good); stroke-width: 5; }
.short { stroke: var(--danger); stroke-width: 5; }
.unknown { stroke: var(--rule); stroke-width: 5; }
.wanting { stroke: var(--danger); stroke-width: 1.4; stroke-dasharray: 4 3; }
.need { stroke: var(--ink); stroke-width: 2; }
.row { cursor: pointer; }
</style>
