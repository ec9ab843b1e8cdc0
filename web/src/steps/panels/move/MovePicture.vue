<script setup lang="ts">
import { computed } from 'vue'

import { usePanelDesk } from '../usePanel'
import type { MoveAnswer } from '@/api/types'
import { useUnits } from '@/stores/units'

const props = defineProps<{ found: MoveAnswer }>()
const panel = usePanelDesk()
const units = useUnits()
const [OLD, NEW, ROW] = [78, 372, 16]

/** Every cable on its way from the old panel to the new one: as far as it goes, or the box where it is spliced. */
const rows = computed(() => props.found.reaches.map((r) => {
  const [needed, there] = [r.needed.value as number | null, r.there.value as number | null]
  const share = needed === null || there === null ? null : needed > 0 ? Math.min(1, there / needed) : 1
  const circuit = panel.circuits.value.find((c) => c.id === r.circuit)
  const wanting = r.reaches === false ? `${((needed ?? 0) - (there ?? 0)).toFixed(0)} ${units.value.length.sign} short` : ''
  return { ...r, end: OLD + (NEW - OLD) * (share ?? 0.5), number: `${circuit?.space ?? '·'}${circuit?.half ?? ''}`, letter: r.box.replace(/^Box /, ''), wanting }
}))
const height = computed(() => 30 + rows.value.length * ROW + 10)
</script>

<template>
  <svg :viewBox="`0 0 450 ${height}`" role="img" :aria-label="`${rows.filter((r) => r.reaches).length} of ${rows.length} circuits reach the new panel`">
    <text :x="OLD - 37" y="14" text-anchor="middle">old panel</text>
    <text :x="NEW + 37" y="14" text-anchor="middle">new panel</text>
    <rect x="4" y="20" :width="OLD - 4" :height="rows.length * ROW + 8" class="can" />
    <rect :x="NEW" y="20" :width="OLD - 4" :height="rows.length * ROW + 8" class="can" />
    <g v-for="(r, i) in rows" :key="r.circuit" :transform="`translate(0 ${32 + i * ROW})`" class="row" @click="panel.circuitId.value = r.circuit">
      <text :x="OLD - 8" y="4" text-anchor="end" class="mono" :class="{ strong: panel.circuitId.value === r.circuit }">{{ r.number }}</text>
      <line :x1="OLD" :x2="r.end" y1="0" y2="0" :class="r.reaches === false ? 'short' : r.reaches === null ? 'unknown' : 'reach'" />
      <template v-if="r.reaches === false">
        <line :x1="r.end" :x2="NEW" y1="0" y2="0" class="wanting" />
        <rect :x="r.end - 7" y="-7" width="14" height="14" class="box" />
        <text :x="r.end" y="4" text-anchor="middle" class="mono">{{ r.letter.slice(0, 1) }}</text>
        <text :x="NEW - 6" y="-3" text-anchor="end" class="wants">{{ r.wanting }}</text>
      </template>
      <text v-else-if="r.reaches === null" :x="r.end + 6" y="4" class="wants">not measured</text>
      <text :x="NEW + 8" y="4" class="mono" :class="{ strong: panel.circuitId.value === r.circuit }">{{ r.number }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg { width: 100%; max-width: 540px; align-self: start; }
.can { fill: var(--soft); stroke: var(--ink); }
text { font-family: var(--narrow); font-size: 13px; fill: var(--quiet); }
.mono { font-family: var(--figures); font-size: 11px; fill: var(--ink); }
.strong { font-weight: 600; }
.wants { font-size: 12px; fill: var(--danger); }
.reach { stroke: var(--good); stroke-width: 4; }
.short { stroke: var(--danger); stroke-width: 4; }
.unknown { stroke: var(--rule); stroke-width: 4; stroke-dasharray: 3 3; }
.wanting { stroke: var(--danger); stroke-width: 1.4; stroke-dasharray: 4 3; }
.box { fill: var(--paper); stroke: var(--ink); stroke-width: 1.5; }
.row { cursor: pointer; }
</style>
