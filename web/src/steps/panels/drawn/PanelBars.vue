<script setup lang="ts">
import { computed } from 'vue'

import { usePanelDesk } from '../usePanel'
import type { DrawnHole, PanelAnswer } from '@/api/types'

const props = defineProps<{ drawing: PanelAnswer['drawing'] }>()
const panel = usePanelDesk()

const bars = computed(() => (panel.panel.value?.bars ?? []).flatMap((bar) => (props.drawing.bars[bar.id] ? [{ bar, box: props.drawing.bars[bar.id] }] : [])))

function many(h: DrawnHole): number {
  return h.neutrals.length + h.grounds.length
}

function wrong(h: DrawnHole): boolean {
  const bar = panel.panel.value?.bars.find((b) => b.id === h.bar)
  return h.neutrals.length > 1 || (h.neutrals.length > 0 && h.grounds.length > 0) || h.grounds.length > (bar?.grounds_a_hole ?? 1)
}

function chosen(h: DrawnHole): boolean {
  const id = panel.circuitId.value
  return !!id && (h.neutrals.includes(id) || h.grounds.includes(id))
}

function radius(h: DrawnHole): number {
  const box = props.drawing.bars[h.bar]
  const holes = panel.panel.value?.bars.find((b) => b.id === h.bar)?.holes ?? 1
  return Math.min(5.5, (0.38 * box.height) / holes)
}

function pick(h: DrawnHole) {
  const first = [...h.neutrals, ...h.grounds][0]
  if (first) panel.circuitId.value = first
}
</script>

<template>
  <g role="img" :aria-label="bars.map(({ bar }) => `${bar.kind} bar of ${bar.holes} holes`).join(', ')">
    <template v-for="{ bar, box } in bars" :key="bar.id">
      <rect :x="box.x" :y="box.y" :width="box.width" :height="box.height" :class="bar.kind" />
      <text :x="box.x + box.width / 2" :y="box.y - 5" text-anchor="middle">{{ bar.kind }}</text>
    </template>
    <g v-for="h in drawing.holes" :key="`${h.bar}${h.hole}`" class="hole" @click="pick(h)">
      <title>{{ h.bar }} {{ h.hole }}: {{ [...h.neutrals, ...h.grounds].map((id) => panel.solved.value.get(id)?.says ?? id).join(', ') || 'free' }}</title>
      <circle :cx="h.x" :cy="h.y" :r="radius(h)" :class="{ free: !many(h), wrong: wrong(h), chosen: chosen(h) }" />
      <text v-if="many(h) > 1" :x="h.x < drawing.width / 2 ? h.x - 15 : h.x + 15" :y="h.y + 4" text-anchor="middle" class="mono" :class="{ wrong: wrong(h) }">{{ many(h) }}</text>
    </g>
  </g>
</template>

<style scoped>
.neutral { fill: var(--neutral-wire); stroke: var(--ink); }
.ground { fill: var(--ground-wire); stroke: var(--ink); }
circle { fill: var(--hot-a); stroke: var(--hot-a); stroke-width: 1; }
circle.free { fill: #fdfbf5; }
circle.wrong { fill: var(--danger); stroke: var(--danger); }
circle.chosen { stroke: var(--caution); stroke-width: 3; }
.hole { cursor: pointer; }
text { font-family: var(--narrow); font-size: 12.5px; fill: var(--quiet); }
text.mono { font-family: var(--figures); font-size: 11px; fill: var(--ink); }
text.wrong { fill: var(--danger); font-weight: 600; }
</style>
