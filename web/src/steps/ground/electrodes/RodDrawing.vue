<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

import type { ElectrodeAnswer, Place, PlaceGround } from '@/api/types'
import { footOf, useUnits } from '@/stores/units'

const props = defineProps<{ place: Place; ground: PlaceGround }>()
const frame = useTemplateRef<HTMLElement>('frame')
const { width } = useElementSize(frame, { width: 610, height: 0 })
const units = useUnits()
const foot = computed(() => footOf({ units: units.value.id }))
const PLAN = 112
const SECTION = 124
const LINE = 16

interface Spot {
  id: string
  x: number
  y: number
  e: ElectrodeAnswer
}

const spots = computed<Spot[]>(() => props.ground.electrodes.flatMap((e) => e.at.map(([x, y], i) => ({ id: `${e.id}${i}`, x, y, e }))))
/** What is shown across: the building's wall by the rods, and the rods with room round them. */
const shown = computed(() => {
  const xs = spots.value.map((s) => s.x)
  const ys = spots.value.map((s) => s.y)
  const span = Math.max(24 * foot.value, Math.max(...xs) - Math.min(...xs) + 14 * foot.value)
  const left = (Math.min(...xs) + Math.max(...xs) - span) / 2
  return { left, span, middle: (Math.min(...ys) + Math.max(...ys)) / 2 }
})
const perLength = computed(() => Math.min((width.value - 60) / shown.value.span, 12 / foot.value))
const deepest = computed(() => Math.max(10 * foot.value, ...props.ground.electrodes.map((e) => e.bottom), ...(props.ground.soil.depth ? [props.ground.soil.depth * 1.3] : [])))
const down = computed(() => Math.min(perLength.value, (SECTION - LINE - 12) / deepest.value))
const x = (east: number) => 40 + (east - shown.value.left) * perLength.value
const y = (north: number) => PLAN / 2 - (north - shown.value.middle) * perLength.value
const z = (deep: number) => PLAN + LINE + deep * down.value
const house = computed(() => {
  const f = props.place.footprint
  if (!f) return null
  const [left, top, right, bottom] = [x(f.x), y(f.y + f.depth), x(f.x + f.width), y(f.y)]
  const cut = { x: Math.max(0, left), y: Math.max(0, top), right: Math.min(width.value, right), bottom: Math.min(PLAN, bottom) }
  return cut.right > cut.x && cut.bottom > cut.y ? cut : null
})
const gaps = computed(() => {
  const found = []
  for (const e of props.ground.electrodes) {
    for (let i = 1; i < e.at.length; i++) {
      const [a, b] = [e.at[i - 1], e.at[i]]
      const apart = Math.hypot(b[0] - a[0], b[1] - a[1])
      found.push({ id: `${e.id}${i}`, x: (x(a[0]) + x(b[0])) / 2, y: (y(a[1]) + y(b[1])) / 2, words: `${Number(apart.toFixed(1))} ${units.value.length.sign}` })
    }
  }
  return found.slice(0, 3)
})
const scale = computed(() => [1, 2, 5, 10, 20, 50, 100, 200].find((l) => l * perLength.value > 50) ?? 500)
const flat = (e: ElectrodeAnswer) => e.bottom - e.top < 0.01
const soil = computed(() => props.ground.soil)
</script>

<template>
  <div ref="frame">
    <svg :viewBox="`0 0 ${width} ${PLAN + SECTION}`" :width="width" :height="PLAN + SECTION" role="img" :aria-label="`Electrodes of ${place.name}, plan above and section below`">
      <rect v-if="house" :x="house.x" :y="house.y" :width="house.right - house.x" :height="house.bottom - house.y" class="house" />
      <text v-if="house" :x="house.x + 6" :y="house.bottom - 6">{{ place.name }}</text>
      <text x="0" y="12" class="cap">Plan</text>
      <g v-for="s in spots" :key="s.id">
        <circle v-if="!flat(s.e)" :cx="x(s.x)" :cy="y(s.y)" r="4.5" class="rod" :class="{ planned: s.e.planned }" />
        <rect v-else :x="x(s.x)" :y="y(s.y) - 2" width="26" height="4" class="rod" />
      </g>
      <text v-for="g in gaps" :key="g.id" :x="g.x" :y="g.y - 8" text-anchor="middle" class="mono">{{ g.words }}</text>
      <rect x="0" :y="z(0)" :width="width" :height="PLAN + SECTION - z(0)" class="earth" />
      <line x1="0" :x2="width" :y1="z(0)" :y2="z(0)" class="surface" />
      <text x="0" :y="PLAN + 11" class="cap">Section</text>
      <template v-if="soil.depth !== null && soil.lower !== null">
        <line x1="0" :x2="width" :y1="z(soil.depth)" :y2="z(soil.depth)" class="layer" />
        <text :x="width - 6" :y="z(soil.depth) - 5" text-anchor="end" class="mono">{{ soil.middle.toFixed(0) }} ohm·m</text>
        <text :x="width - 6" :y="z(soil.depth) + 14" text-anchor="end" class="mono">{{ soil.lower.toFixed(0) }} ohm·m below {{ soil.depth.toFixed(1) }} {{ units.length.sign }}</text>
      </template>
      <g v-for="s in spots" :key="`deep ${s.id}`">
        <line v-if="!flat(s.e)" :x1="x(s.x)" :x2="x(s.x)" :y1="z(s.e.top)" :y2="z(s.e.bottom)" class="driven" :class="{ planned: s.e.planned }" />
        <line v-else :x1="x(s.x)" :x2="x(s.x) + 26" :y1="z(s.e.top)" :y2="z(s.e.top)" class="driven" />
      </g>
      <text v-for="e in ground.electrodes.filter((each) => each.at.length)" :key="e.id" :x="x(e.at[0][0]) + 8" :y="Math.min(z(e.bottom), PLAN + SECTION - 6)" class="mono">{{ flat(e) ? `${((e.top * units.length.is_si) / units.small.is_si).toFixed(0)} ${units.small.sign} deep` : `${Number(e.bottom.toFixed(1))} ${units.length.sign}` }}</text>
      <g :transform="`translate(${width - scale * perLength - 8} ${PLAN - 8})`"><line x1="0" :x2="scale * perLength" y1="0" y2="0" class="scale" /><text x="0" y="-5" class="mono">{{ scale }} {{ units.length.sign }}</text></g>
    </svg>
  </div>
</template>

<style scoped>
svg { display: block; font: 14px var(--narrow); fill: var(--ink); }
.cap { font-size: 12.5px; font-weight: 600; letter-spacing: 0.08em; text-transform: uppercase; }
.mono { font-size: 12px; paint-order: stroke; stroke: var(--paper); stroke-width: 3; }
.house { fill: var(--soft); stroke: var(--ink); stroke-width: 1.3; }
.rod { fill: var(--ink); }
.rod.planned { fill: none; stroke: var(--ink); stroke-width: 1.6; stroke-dasharray: 3 2; }
.earth { fill: var(--soft); }
.surface { stroke: var(--ink); stroke-width: 1.4; }
.layer { stroke: var(--quiet); stroke-dasharray: 6 4; }
.driven { stroke: var(--ink); stroke-width: 4; }
.driven.planned { stroke-dasharray: 5 3; }
.scale { stroke: var(--ink); stroke-width: 3; }
</style>
