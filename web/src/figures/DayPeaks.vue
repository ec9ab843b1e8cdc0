<script setup lang="ts">
import { computed } from 'vue'

import { written } from './write'
import type { Recording } from '@/api/types'

const props = defineProps<{ recording: Recording }>()
const WIDTH = 560
const HEIGHT = 150

const first = computed(() => Date.parse(props.recording.day_peaks[0].day))
const last = computed(() => Date.parse(props.recording.day_peaks[props.recording.day_peaks.length - 1].day))
const top = computed(() => niceTop(props.recording.peak_va / 1000))
const ticks = computed(() => [0, top.value / 2, top.value])
const months = computed(() => {
  const found = []
  const at = new Date(first.value)
  at.setUTCDate(1)
  for (at.setUTCMonth(at.getUTCMonth() + 1); at.getTime() <= last.value; at.setUTCMonth(at.getUTCMonth() + 1)) {
    found.push({ x: x(at.getTime()), name: at.toLocaleString('en-US', { month: 'short', timeZone: 'UTC' }) })
  }
  return found
})
const line = computed(() => props.recording.day_peaks.map((d) => `${x(Date.parse(d.day)).toFixed(1)},${y(d.va / 1000).toFixed(1)}`).join(' '))
const peak = computed(() => ({ x: x(Date.parse(props.recording.peak_at.slice(0, 10))), y: y(props.recording.peak_va / 1000) }))

function niceTop(kva: number): number {
  const step = 10 ** Math.floor(Math.log10(Math.max(kva, 0.1)))
  return [1, 2, 4, 6, 8, 10].map((m) => m * step).find((v) => v >= kva * 1.02) ?? 20 * step
}
function x(time: number): number {
  return 54 + ((WIDTH - 64) * (time - first.value)) / Math.max(1, last.value - first.value)
}
function y(kva: number): number {
  return 10 + (HEIGHT - 32) * (1 - kva / top.value)
}
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="`Highest 15-minute demand of each day; peak ${written(recording.peak_va, 'VA')}`">
    <g v-for="t in ticks" :key="t">
      <line x1="54" :x2="WIDTH - 10" :y1="y(t)" :y2="y(t)" class="grid" />
      <text x="49" :y="y(t) + 4" text-anchor="end">{{ t === top ? `${t} kVA` : t }}</text>
    </g>
    <g v-for="m in months" :key="m.x"><line :x1="m.x" :x2="m.x" :y1="y(0)" :y2="y(0) + 4" class="tick" /><text :x="m.x + 2" :y="HEIGHT - 6">{{ m.name }}</text></g>
    <polyline :points="line" class="line" />
    <circle :cx="peak.x" :cy="peak.y" r="4" class="peak" />
  </svg>
</template>

<style scoped>
svg { display: block; width: 100%; font: 11px var(--figures); fill: var(--quiet); }
.grid { stroke: var(--rule); stroke-width: 0.8; }
.tick { stroke: var(--quiet); }
.line { fill: none; stroke: var(--ink); stroke-width: 1.2; }
.peak { fill: var(--paper); stroke: var(--danger); stroke-width: 2; }
</style>
