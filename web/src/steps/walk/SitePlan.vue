<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'

import { followPointer } from '@/figures/following'
import { frameOf, middle, nudgeOf, pointAt, round, scaleLength, type Frame, type Spot } from './plan'
import type { Footprint, Route } from '@/api/types'
import { written } from '@/figures/write'
import { useDesk } from '@/stores/desk'
import { footOf, useUnits } from '@/stores/units'

const placeId = defineModel<string>('place', { required: true })
const runId = defineModel<string | null>('run', { required: true })
const emit = defineEmits<{ movePlace: [id: string, footprint: Footprint]; moveRoute: [id: string, route: Route] }>()
const desk = useDesk()
const units = useUnits()
const svg = ref<SVGSVGElement | null>(null)
const moved = shallowRef<{ place?: string; footprint?: Footprint; run?: string; route?: Route } | null>(null)
const held = shallowRef<Frame | null>(null)

// Type keeps its size whatever the ground's scale, and a narrow screen gets a squarer plan.
const { width } = useElementSize(svg, { width: 1168, height: 0 })
const shape = computed(() => (width.value < 600 ? 1.15 : 1168 / 340))

// While something is dragged the ground stands still.
const frame = computed(() => held.value ?? (desk.job ? frameOf(desk.job, shape.value) : { left: 0, bottom: 0, width: 400, height: 200 }))
const unit = computed(() => frame.value.width / Math.max(200, width.value))
const places = computed(() =>
  (desk.job?.places ?? []).flatMap((p) => {
    const f = moved.value?.place === p.id ? moved.value.footprint : p.footprint
    return f ? [{ id: p.id, name: p.name, kind: p.kind, f }] : []
  }),
)
const routes = computed(() =>
  (desk.job?.runs ?? []).flatMap((r) => {
    const route = moved.value?.run === r.id ? moved.value.route : r.route
    return route ? [{ id: r.id, route, length: desk.solution?.routes.find((a) => a.run === r.id)?.length.value ?? null }] : []
  }),
)
/** Electrodes where they stand; in the ones only planned, the drawing is hollow. */
const rods = computed(() =>
  (desk.solution?.ground.places ?? []).filter((g) => places.value.some((p) => p.id === g.place)).flatMap((g) => g.electrodes.flatMap((e) => e.at.map(([x, y], i) => ({ id: `${g.place}${e.id}${i}`, x, y, planned: e.planned, words: e.words })))),
)
const grid = computed(() => {
  const step = scaleLength(frame.value.width)
  const lines = (from: number, span: number) => {
    const found = []
    for (let v = Math.ceil(from / step) * step; v <= from + span; v += step) found.push(v)
    return found
  }
  return { x: lines(frame.value.left, frame.value.width), y: lines(frame.value.bottom, frame.value.height), step }
})

// North is up: lengths north grow against the drawing's downward axis, which begins at the frame's top.
const up = (y: number) => frame.value.bottom + frame.value.height - y
const line = (route: Route) => route.points.map((p) => `${p.x - frame.value.left},${up(p.y)}`).join(' ')
const longest = (route: Route): Spot => {
  let best = 0
  let at = { x: 0, y: 0 }
  route.points.slice(1).forEach((b, i) => {
    const a = route.points[i]
    const span = Math.hypot(b.x - a.x, b.y - a.y)
    if (span > best) {
      best = span
      at = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
    }
  })
  return at
}

function spot(event: PointerEvent | MouseEvent): Spot {
  const box = svg.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  const scale = frame.value.width / box.width
  return { x: frame.value.left + (event.clientX - box.left) * scale, y: frame.value.bottom + (box.bottom - event.clientY) * scale }
}

/** Follow the pointer from where it went down; `done` runs only if something moved. */
function drag(event: PointerEvent, move: (at: Spot, from: Spot) => void, done: () => void) {
  const from = spot(event)
  let went = false
  held.value = frame.value
  followPointer(
    (e) => {
      went = true
      move(spot(e), from)
    },
    (e) => {
      if (went && e.type === 'pointerup') done()
      moved.value = null
      held.value = null
    },
  )
}

/** Where a place that is dragged settles: on whole feet, on tenths of a metre. */
function settled(at: number): number {
  return footOf(desk.job) < 1 ? round(at) : Math.round(at)
}

function dragPlace(event: PointerEvent, id: string, start: Footprint) {
  placeId.value = id
  drag(
    event,
    (at, from) => (moved.value = { place: id, footprint: { ...start, x: settled(start.x + at.x - from.x), y: settled(start.y + at.y - from.y) } }),
    () => moved.value?.footprint && emit('movePlace', id, moved.value.footprint),
  )
}

function nudge(event: KeyboardEvent, id: string, f: Footprint) {
  const far = nudgeOf(desk.job)
  const by = { ArrowLeft: [-far, 0], ArrowRight: [far, 0], ArrowUp: [0, far], ArrowDown: [0, -far] }[event.key]
  if (!by) return
  event.preventDefault()
  emit('movePlace', id, { ...f, x: f.x + by[0], y: f.y + by[1] })
}

function dragPoint(event: PointerEvent, id: string, route: Route, at: number) {
  runId.value = id
  drag(
    event,
    (to) => {
      const points = route.points.map((p, i) => (i === at ? { ...p, x: round(to.x), y: round(to.y) } : p))
      moved.value = { run: id, route: { ...route, points } }
    },
    () => moved.value?.route && emit('moveRoute', id, moved.value.route),
  )
}

/** A new bend where the line was clicked twice, in the leg nearest to it. */
function addBend(event: MouseEvent, id: string, route: Route) {
  const at = spot(event)
  const off = route.points.slice(1).map((b, i) => {
    const a = route.points[i]
    return Math.hypot(at.x - a.x, at.y - a.y) + Math.hypot(at.x - b.x, at.y - b.y) - Math.hypot(b.x - a.x, b.y - a.y)
  })
  const leg = off.indexOf(Math.min(...off))
  const points = [...route.points]
  points.splice(leg + 1, 0, pointAt(at.x, at.y, points[leg]))
  emit('moveRoute', id, { ...route, points })
}
</script>

<template>
  <svg ref="svg" class="plan" :viewBox="`0 0 ${frame.width} ${frame.height}`" aria-label="Site plan" :style="{ fontSize: `${12 * unit}px`, strokeWidth: unit }">
    <g class="grid">
      <line v-for="x in grid.x" :key="`x${x}`" :x1="x - frame.left" :x2="x - frame.left" y1="0" :y2="frame.height" />
      <line v-for="y in grid.y" :key="`y${y}`" x1="0" :x2="frame.width" :y1="up(y)" :y2="up(y)" />
    </g>
    <g v-for="r in routes" :key="r.id" class="route" :class="[r.route.kind, { here: r.id === runId }]">
      <polyline :points="line(r.route)" class="catch" :style="{ strokeWidth: 12 * unit }" @click="runId = r.id" @dblclick="addBend($event, r.id, r.route)" />
      <polyline :points="line(r.route)" class="line" :style="{ strokeWidth: (r.id === runId ? 2.6 : 1.5) * unit, strokeDasharray: r.route.kind === 'overhead' ? `${7 * unit} ${5 * unit}` : 'none' }" />
      <template v-for="(p, i) in r.route.points" :key="i">
        <rect v-if="p.pull" class="pull" :x="p.x - frame.left - 5 * unit" :y="up(p.y) - 5 * unit" :width="10 * unit" :height="10 * unit" />
      </template>
    </g>
    <g v-for="p in places" :key="p.id" class="place" :class="[p.kind, { here: p.id === placeId }]">
      <rect
        :x="p.f.x - frame.left" :y="up(p.f.y + p.f.depth)" :width="p.f.width" :height="p.f.depth" tabindex="0" role="button"
        :aria-label="p.name" :style="{ strokeWidth: (p.id === placeId ? 2.4 : 1.3) * unit }" @pointerdown.prevent="dragPlace($event, p.id, p.f)" @focus="placeId = p.id"
        @keydown="nudge($event, p.id, p.f)"
      />
      <text :x="middle(p.f).x - frame.left" :y="up(p.f.y) + 14 * unit" text-anchor="middle">{{ p.name }}</text>
      <text v-if="p.kind !== 'yard'" class="size" :x="middle(p.f).x - frame.left" :y="up(p.f.y) + 27 * unit" text-anchor="middle">{{ p.f.width }} × {{ p.f.depth }} {{ units.length.sign }}</text>
    </g>
    <circle v-for="r in rods" :key="r.id" class="rod" :class="{ planned: r.planned }" :cx="r.x - frame.left" :cy="up(r.y)" :r="3 * unit"><title>{{ r.words }}</title></circle>
    <template v-for="r in routes" :key="`length ${r.id}`">
      <text v-if="r.length !== null" class="length" :x="longest(r.route).x - frame.left + 6 * unit" :y="up(longest(r.route).y) - 6 * unit">{{ written(Number(r.length), units.length.sign) }}</text>
    </template>
    <template v-for="r in routes.filter((each) => each.id === runId)" :key="`handles ${r.id}`">
      <circle v-for="(p, i) in r.route.points" :key="i" class="handle" :cx="p.x - frame.left" :cy="up(p.y)" :r="5 * unit" @pointerdown.prevent="dragPoint($event, r.id, r.route, i)" />
    </template>
    <g :transform="`translate(${14 * unit} ${frame.height - 12 * unit})`" class="scale">
      <line x1="0" :x2="grid.step" y1="0" y2="0" :style="{ strokeWidth: 3 * unit }" />
      <text x="0" :y="-6 * unit">{{ grid.step }} {{ units.length.sign }}</text>
    </g>
    <g :transform="`translate(${frame.width - 24 * unit} ${18 * unit}) scale(${unit})`" class="north">
      <path d="M0 -8 L5 12 L0 7 L-5 12 Z" /><text x="0" y="26" text-anchor="middle" style="font-size: 12px">N</text>
    </g>
  </svg>
</template>

<style scoped>
.plan { display: block; width: 100%; font-family: var(--narrow); fill: var(--ink); touch-action: none; user-select: none; }
.grid line { stroke: var(--rule); stroke-width: inherit; opacity: 0.55; }
.place rect { fill: var(--soft); stroke: var(--ink); cursor: move; }
.place.dwelling rect { fill: var(--bar); }
.place.yard rect { fill: none; stroke-dasharray: 3 2; }
.place text { font-weight: 600; pointer-events: none; }
.place .size { font-weight: 400; fill: var(--quiet); }
.catch { fill: none; stroke: transparent; cursor: pointer; }
.line { fill: none; stroke: var(--ink); pointer-events: none; }
.route.here .line { stroke: var(--good); }
.pull { fill: var(--paper); stroke: var(--caution); stroke-width: inherit; pointer-events: none; }
.handle { fill: var(--paper); stroke: var(--good); stroke-width: inherit; cursor: grab; }
.rod { fill: var(--good); stroke: var(--paper); stroke-width: inherit; }
.rod.planned { fill: var(--paper); stroke: var(--good); }
.length { font-family: var(--figures); font-weight: 600; paint-order: stroke; stroke: var(--paper); stroke-width: 0.25em; pointer-events: none; }
.scale line { stroke: var(--ink); }
.north path { fill: var(--ink); }
</style>
