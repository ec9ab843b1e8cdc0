<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'

import { usePullDesk } from '../key'
import { laidOut, tensions } from './unroll'
import type { PullAnswer } from '@/api/types'
import { written } from '@/figures/write'
import { useUnits } from '@/stores/units'

const pull = usePullDesk()
const { answer, run, start, end, raceway } = pull
const units = useUnits()
const frame = useTemplateRef<HTMLElement>('frame')
const { width } = useElementSize(frame, { width: 760, height: 0 })
const LEFT = 46
const RIGHT = 26
const TOP = 34
const FOOT = 150
const GROUND = 206
const HEIGHT = 312
const held = ref<{ leg: number; from: number; cover: number } | null>(null)

const across = computed(() => Math.max(200, width.value - LEFT - RIGHT))
const marks = computed(() => (answer.value ? laidOut(answer.value, LEFT, across.value, GROUND) : []))
const last = computed(() => answer.value?.nodes.at(-1)?.along || 1)
const lines = computed(() => {
  const found = answer.value
  if (!found?.from_start) return []
  return [true, false].map((fromStart) => ({ fromStart, points: tensions(found, fromStart) }))
})
const limit = computed(() => Number(answer.value?.limit.value ?? 0))
const most = computed(() => Math.max(...lines.value.flatMap((l) => l.points.map((p) => p.force)), 1))
// A limit far above the pull would press the lines flat: it is then named at the top and not drawn.
const near = computed(() => limit.value <= most.value * 2.2)
const scale = computed(() => (near.value ? Math.max(limit.value, most.value) : most.value) * 1.08)
const ticks = computed(() => {
  const step = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000].find((s) => scale.value / s <= 3.4) ?? 10000
  return Array.from({ length: Math.floor(scale.value / step) + 1 }, (_, i) => i * step)
})

function y(force: number): number {
  return FOOT - ((FOOT - TOP) * force) / scale.value
}

function drawn(points: { along: number; force: number }[]): string {
  return points.map((p) => `${LEFT + (p.along / last.value) * across.value},${y(p.force)}`).join(' ')
}

const pipe = computed(() => marks.value.map((m) => `${m.x},${m.y}`).join(' '))
const earth = computed(() => {
  const nodes = marks.value
  if (!nodes.length) return ''
  const line = nodes.map((m) => `${m.x},${m.ground}`).join(' ')
  return `0,${nodes[0].ground} ${line} ${width.value},${nodes[nodes.length - 1].ground}`
})
const legs = computed(() =>
  (answer.value?.legs ?? []).map((leg) => {
    const [a, b] = [marks.value[leg.first], marks.value[leg.first + 1]]
    return { leg, at: leg.first, x: (a.x + b.x) / 2, top: (a.ground + b.ground) / 2, foot: (a.y + b.y) / 2, wide: Math.hypot(b.x - a.x, 0) }
  }),
)
const buried = computed(() => legs.value.length > 0)
const ribbon = computed(() => run.value?.burial?.ribbon === true)
const words = computed(() => {
  if (!answer.value) return ''
  const bends = answer.value.pieces.filter((p) => p.kind === 'bend')
  const turned = bends.reduce((sum, p) => sum + p.degrees, 0)
  return `${written(answer.value.length.value, units.value.length.sign, 0)}, ${bends.length} bends, ${turned.toFixed(0)}°`
})

function pressure(node: number): string {
  const piece = answer.value?.pieces.find((p) => p.kind === 'bend' && p.first === node)
  const value = answer.value?.feed_from_start ? piece?.pressed_from_start : piece?.pressed_from_end
  return value == null ? '' : written(value, units.value.line_force.sign, 0)
}

function fittingOf(n: PullAnswer['nodes'][number]): string {
  return n.fitting === 'conduit-body' ? 'conduit body' : 'pull box'
}
function pointWords(n: PullAnswer['nodes'][number]): string {
  const at = `Point ${(n.waypoint ?? 0) + 1}`
  return n.pull ? `${at}, ${fittingOf(n)}: wire comes out here` : `${at}: no pull point`
}

function toggle(node: number) {
  const at = answer.value?.nodes[node].waypoint
  if (at != null) void pull.setPoint(at, { pull: !answer.value?.nodes[node].pull })
}

const middle = computed(() => answer.value?.nodes.map((n, i) => ({ n, i })).filter(({ n }) => n.waypoint !== null && n.waypoint > 0 && n.waypoint < (run.value?.route?.points.length ?? 0) - 1) ?? [])

// A leg is dragged deeper or shallower, an inch (or 25 mm) at a time.
const STEP = computed(() => (units.value.small.sign === 'in' ? 1 : 25))
function coverOf(leg: number): number {
  const found = legs.value[leg].leg
  return found.planned ?? Number(found.asked.value ?? 0)
}
function grab(event: PointerEvent, leg: number) {
  held.value = { leg, from: event.clientY, cover: coverOf(leg) }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
const dragged = ref<number | null>(null)
function drag(event: PointerEvent) {
  if (held.value) dragged.value = Math.max(0, held.value.cover + Math.round((event.clientY - held.value.from) / 3) * STEP.value)
}
function drop() {
  if (held.value && dragged.value !== null && dragged.value !== held.value.cover) deepen(held.value.leg, dragged.value)
  held.value = dragged.value = null
}
function deepen(leg: number, cover: number) {
  const at = answer.value?.nodes[legs.value[leg].at].waypoint
  if (legs.value.length > 1 && at != null) void pull.setPoint(at, { cover: Math.max(0, cover) })
  else void pull.set('burial', { cover: Math.max(0, cover) })
}
function shownCover(leg: number): string {
  const found = legs.value[leg].leg
  const planned = held.value?.leg === leg && dragged.value !== null ? dragged.value : found.planned
  const asked = written(found.asked.value, units.value.small.sign, 0)
  return planned === null ? `${asked} asked` : `${written(planned, units.value.small.sign, 0)} cover, ${found.asked.value === null ? 'not here' : `${written(Number(found.asked.value), '', 0)} asked`}`
}
/** Bends that stand close together are told one below the other. */
const WORDS_WIDE = 105
const levels = computed(() => {
  let [last, level] = [-Infinity, 0]
  return (answer.value?.nodes ?? []).map((n, i) => {
    if (!n.turn_deg) return 0
    level = marks.value[i].x - last < WORDS_WIDE ? level + 1 : 0
    last = marks.value[i].x
    return level % 3
  })
})
</script>

<template>
  <figure v-if="answer" ref="frame" class="route" aria-label="The route unrolled">
    <div class="head">
      <h2 class="cap">{{ start }} → {{ end }}<template v-if="answer.section"> · {{ answer.section.trade }} in {{ raceway }}</template></h2>
      <span class="mono">{{ words }}</span>
    </div>
    <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :height="HEIGHT" role="group" :aria-label="`${start} to ${end}: tension over the route, fed from either end`" @pointermove="drag" @pointerup="drop">
      <template v-if="lines.length">
        <g v-for="t in ticks" :key="t">
          <line :x1="LEFT" :x2="width - RIGHT" :y1="y(t)" :y2="y(t)" class="tick" />
          <text :x="LEFT - 6" :y="y(t) + 4" text-anchor="end" class="small mono">{{ t }}</text>
        </g>
        <text :x="LEFT - 6" :y="TOP - 12" text-anchor="end" class="small">{{ units.force.sign }}</text>
        <line v-if="near" :x1="LEFT" :x2="width - RIGHT" :y1="y(limit)" :y2="y(limit)" class="limit" />
        <text :x="near ? LEFT + 4 : LEFT + across / 2" :y="near ? y(limit) - 4 : 14" :text-anchor="near ? 'start' : 'middle'" class="small over">{{ answer.limit_by }} {{ written(limit, units.force.sign) }}{{ near ? '' : ', far above' }}</text>
        <g v-for="line in lines" :key="String(line.fromStart)" :class="{ chosen: line.fromStart === answer.feed_from_start }" class="way">
          <polyline :points="drawn(line.points)" />
          <text :x="line.fromStart ? width - RIGHT - 6 : LEFT + 8" :y="Math.min(FOOT - 4, y(line.points[line.points.length - 1].force) + (near && y(line.points[line.points.length - 1].force) - y(limit) < 16 ? 16 : -6))" :text-anchor="line.fromStart ? 'end' : 'start'">fed at {{ line.fromStart ? start : end }}: {{ written((line.fromStart ? answer.from_start : answer.from_end)?.tension.value, units.force.sign) }}</text>
        </g>
      </template>
      <text v-else :x="LEFT" :y="90" class="small">{{ run?.cable.raceway === 'none' ? 'It lies with nothing round it: nothing is pulled.' : 'The tables do not measure these wires: no pull is worked out.' }}</text>

      <template v-if="buried">
        <polygon :points="`${earth} ${width},${HEIGHT} 0,${HEIGHT}`" class="earth" />
        <polyline :points="earth" class="ground" />
      </template>
      <polyline v-if="ribbon" :points="marks.map((m) => `${m.x},${m.ground + 10}`).join(' ')" class="ribbon" />
      <polyline :points="pipe" class="pipe" :class="{ bare: run?.cable.raceway === 'none' }" />
      <polyline v-if="run?.cable.raceway !== 'none'" :points="pipe" class="bore" />
      <g v-for="(l, i) in legs" :key="i" class="leg" :class="{ short: l.leg.short }">
        <line :x1="l.x" :x2="l.x" :y1="l.top" :y2="l.foot" class="depth" />
        <text v-if="l.wide > 130" :x="l.x + 6" :y="(l.top + l.foot) / 2 + 8" class="mono small">{{ shownCover(i) }}</text>
        <rect
          :x="l.x - 14" :y="l.top" width="28" :height="Math.max(20, l.foot - l.top + 8)" class="grip" role="slider" tabindex="0"
          :aria-label="`Cover of leg ${i + 1}`" :aria-valuenow="coverOf(i)" :aria-valuetext="shownCover(i)" :aria-valuemin="0" :aria-valuemax="240"
          @focus="pull.chosenLeg.value = i" @pointerdown="grab($event, i)" @keydown.down.prevent="deepen(i, coverOf(i) + STEP)" @keydown.up.prevent="deepen(i, coverOf(i) - STEP)"
        />
      </g>
      <g v-for="(n, i) in answer.nodes" :key="i">
        <text v-if="n.turn_deg" :x="marks[i].x + (i > answer.nodes.length - 3 ? -8 : 8)" :y="Math.min(marks[i].y + 20 + 13 * levels[i], HEIGHT - 6)" :text-anchor="i > answer.nodes.length - 3 ? 'end' : 'start'" class="small mono">{{ n.turn_deg.toFixed(0) }}°<tspan v-if="pressure(i)" dx="7">{{ pressure(i) }}</tspan></text>
      </g>
      <g v-for="m in middle" :key="m.i" class="point" role="button" tabindex="0" :aria-pressed="m.n.pull" :aria-label="pointWords(m.n)" @click="toggle(m.i)" @keydown.enter.prevent="toggle(m.i)" @keydown.space.prevent="toggle(m.i)">
        <circle :cx="marks[m.i].x" :cy="marks[m.i].y" r="22" class="touch" />
        <template v-if="m.n.pull">
          <line :x1="marks[m.i].x" :x2="marks[m.i].x" :y1="marks[m.i].ground" :y2="marks[m.i].y" class="depth" />
          <rect :x="marks[m.i].x - 8" :y="marks[m.i].ground - 10" width="16" height="14" class="box" />
          <text :x="marks[m.i].x + 12" :y="marks[m.i].ground - 3" class="small">{{ fittingOf(m.n) }}</text>
        </template>
        <circle v-else :cx="marks[m.i].x" :cy="marks[m.i].y" r="4.5" class="dot" />
      </g>
      <text v-if="marks.length" :x="marks[0].x + 10" :y="marks[0].ground - 22" class="name">{{ start }}<tspan v-if="lines.length" class="stand" dx="6">{{ answer.feed_from_start ? 'feed' : 'pull' }}</tspan></text>
      <text v-if="marks.length" :x="marks[marks.length - 1].x - 10" :y="marks[marks.length - 1].ground - 22" text-anchor="end" class="name"><tspan v-if="lines.length" class="stand">{{ answer.feed_from_start ? 'pull' : 'feed' }}</tspan><tspan dx="6">{{ end }}</tspan></text>
    </svg>
    <figcaption v-if="!answer.measured" class="narrow quiet">No route is drawn: taken as one straight{{ buried ? ' between two quarter bends' : '' }}. <router-link :to="{ name: 'walk', params: { id: pull.desk.id ?? '' } }">Lay it on the plan in Walk</router-link>.</figcaption>
    <figcaption v-else class="narrow quiet">Tap a point to let the wire out there. Drag a leg deeper, or use the arrow keys on it.</figcaption>
  </figure>
</template>

<style scoped>
.route { margin: 0; padding: 8px 14px 6px; border-bottom: 1px solid var(--rule); }
.head { display: flex; justify-content: space-between; gap: 10px; align-items: baseline; flex-wrap: wrap; }
.head .mono { font-size: 13px; }
svg { width: 100%; display: block; touch-action: pan-y; }
text { font-family: var(--narrow); font-size: 15px; fill: var(--ink); }
.small { font-size: 13px; fill: var(--quiet); }
.mono.small { font-family: var(--figures); font-size: 11.5px; }
.quiet { fill: var(--quiet); }
.name { font-weight: 600; }
.stand { font-weight: 400; fill: var(--quiet); }
.tick { stroke: var(--rule); stroke-dasharray: 2 4; }
.limit { stroke: var(--danger); stroke-dasharray: 2 3; stroke-width: 1.4; }
.over { fill: var(--danger); }
.way polyline { fill: none; stroke: var(--quiet); stroke-width: 1.2; stroke-dasharray: 4 3; }
.way text { fill: var(--quiet); }
.way.chosen polyline { stroke: var(--ink); stroke-width: 2.4; stroke-dasharray: none; }
.way.chosen text { fill: var(--ink); font-weight: 600; }
.earth { fill: var(--soft); }
.ground { fill: none; stroke: var(--ink); stroke-width: 1.6; }
.pipe { fill: none; stroke: var(--ink); stroke-width: 7; stroke-linejoin: round; }
.pipe.bare { stroke-width: 3; }
.bore { fill: none; stroke: var(--paper); stroke-width: 3.4; stroke-linejoin: round; }
.ribbon { fill: none; stroke: var(--caution); stroke-width: 1.6; stroke-dasharray: 5 3; }
.depth { stroke: var(--caution); stroke-width: 1.1; }
.leg text { fill: var(--ink); }
.short text { fill: var(--danger); font-weight: 600; }
.short .depth { stroke: var(--danger); stroke-width: 2; }
.grip { fill: transparent; cursor: ns-resize; }
.grip:focus-visible { outline: 2px solid var(--good); }
.point { cursor: pointer; }
.point:focus-visible { outline: 2px solid var(--good); }
.touch { fill: transparent; }
.dot { fill: var(--paper); stroke: var(--ink); stroke-width: 2; }
.box { fill: var(--paper); stroke: var(--ink); stroke-width: 1.6; }
figcaption { font-size: 14px; }
</style>
