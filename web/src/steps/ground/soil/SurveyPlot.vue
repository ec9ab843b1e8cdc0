<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { SoilAnswer } from '@/api/types'
import { useUnits } from '@/stores/units'

const props = defineProps<{ soil: SoilAnswer }>()
const units = useUnits()
const frame = useTemplateRef<HTMLElement>('frame')
const { width } = useElementSize(frame, { width: 300, height: 0 })
const HEIGHT = 150
const BOX = { left: 38, right: 10, top: 12, bottom: 30 }

/** Decades and their halves from below the least to above the most. */
function ticks(values: number[]): number[] {
  const least = Math.min(...values)
  const most = Math.max(...values)
  const all = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000, 20000]
  const from = all.filter((t) => t <= least).pop() ?? all[0]
  const to = all.find((t) => t >= most && t > from) ?? all[all.length - 1]
  return all.filter((t) => t >= from && t <= to)
}

const points = computed(() => [...props.soil.points].sort((a, b) => a.spacing - b.spacing))
const xs = computed(() => ticks(points.value.map((p) => p.spacing)))
const ys = computed(() => ticks(points.value.flatMap((p) => [p.measured, p.computed])))
const across = (v: number, all: number[]) => Math.log(v / all[0]) / Math.log(all[all.length - 1] / all[0])
const x = (apart: number) => BOX.left + (width.value - BOX.left - BOX.right) * across(apart, xs.value)
const y = (rho: number) => HEIGHT - BOX.bottom - (HEIGHT - BOX.top - BOX.bottom) * across(rho, ys.value)
const line = computed(() => points.value.map((p) => `${x(p.spacing).toFixed(1)},${y(p.computed).toFixed(1)}`).join(' '))
const layered = computed(() => props.soil.depth !== null)
</script>

<template>
  <div ref="frame">
    <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :width="width" :height="HEIGHT" role="img" :aria-label="`Apparent resistivity by spacing${soil.misfit_pct === null ? '' : `, misfit ${soil.misfit_pct.toFixed(1)} %`}`">
      <g v-for="t in ys" :key="`y${t}`"><line :x1="BOX.left" :x2="width - BOX.right" :y1="y(t)" :y2="y(t)" class="grid" /><text :x="BOX.left - 5" :y="y(t) + 4" text-anchor="end">{{ t }}</text></g>
      <g v-for="t in xs" :key="`x${t}`"><line :x1="x(t)" :x2="x(t)" :y1="BOX.top" :y2="HEIGHT - BOX.bottom" class="grid" /><text :x="x(t)" :y="HEIGHT - BOX.bottom + 13" text-anchor="middle">{{ t }}</text></g>
      <text :x="width - BOX.right" :y="HEIGHT - 3" text-anchor="end">{{ units.length.sign }} apart</text>
      <text :x="BOX.left" y="9">ohm·m</text>
      <polyline v-if="layered" :points="line" class="line" />
      <template v-if="layered"><line v-for="p in points" :key="`m${p.spacing}`" :x1="x(p.spacing)" :x2="x(p.spacing)" :y1="y(p.measured)" :y2="y(p.computed)" class="miss" /></template>
      <circle v-for="p in points" :key="p.spacing" :cx="x(p.spacing)" :cy="y(p.measured)" r="3.6" class="read" />
    </svg>
    <p v-if="layered" class="narrow">Two layers: <span class="mono">{{ soil.middle.toFixed(0) }} ohm·m</span> down to <span class="mono">{{ soil.depth?.toFixed(1) }} {{ units.length.sign }}</span>, <span class="mono">{{ soil.lower?.toFixed(0) }} ohm·m</span> below. Misfit <span class="mono">{{ soil.misfit_pct?.toFixed(1) }} %</span>.</p>
  </div>
</template>

<style scoped>
svg { display: block; font: 11px var(--figures); fill: var(--quiet); }
.grid { stroke: var(--rule); stroke-width: 0.7; }
.line { fill: none; stroke: var(--ink); stroke-width: 1.5; }
.miss { stroke: var(--danger); stroke-width: 1.5; }
.read { fill: var(--paper); stroke: var(--ink); stroke-width: 1.6; }
p { margin: 2px 0 6px; font-size: 15px; }
.mono { font-size: 12.5px; }
</style>
