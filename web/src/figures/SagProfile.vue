<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, inject, useTemplateRef } from 'vue'

import { clearOf, profileOf, stagger, type Box, type Line, type Point } from './profile'
import { lengthText } from './write'
import { deskKey, useDesk } from '@/stores/desk'
import { otherwise, useUnits } from '@/stores/units'
import { useView } from '@/stores/view'

const desk = inject(deskKey, useDesk, true)
const view = useView()
const units = useUnits()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: wide } = useElementSize(frame, { width: 1100, height: 0 })
const width = computed(() => Math.max(320, wide.value))
const LEFT = 62
const RIGHT = 56
const TOP = 34
const GROUND = 222
const ROW = 15
const BESIDE = 11

const profile = computed(() => (desk.job && desk.solution ? profileOf(desk.job, desk.solution) : null))
const rules = computed(() => desk.job?.house_rules)
const depth = computed(() => Math.max((rules.value?.total_drop_pct ?? 5) * 1.35, (profile.value?.deepest ?? 0) * 1.15))
const ticks = computed(() => {
  const far = profile.value?.farthest ?? 100
  const step = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000].find((s) => far / s <= 9) ?? 10000
  return Array.from({ length: Math.floor(far / step) + 1 }, (_, i) => i * step)
})
const limits = computed(() => [rules.value?.feeder_drop_pct ?? 3, rules.value?.total_drop_pct ?? 5])

function x(at: number): number {
  return LEFT + ((width.value - LEFT - RIGHT) * at) / ((profile.value?.farthest ?? 100) * 1.03)
}

/** Where a station is drawn: those that stand at one place side by side, so that each can be taken hold of. */
function across(point: Point): number {
  return x(point.at) + BESIDE * point.beside
}

function y(drop: number): number {
  return TOP + ((GROUND - TOP - 14) * Math.min(drop, depth.value)) / depth.value
}

function tickWords(at: number): string {
  return view.both && at ? `${at} · ${otherwise(at, units.value.length.sign, 0)}` : String(at)
}

function volts(drop: number): string {
  const source = profile.value?.sourceVolts
  return source ? `${(source * (1 - drop / 100)).toFixed(drop ? 1 : 0)} V` : ''
}

const names = computed(() => {
  const points = profile.value?.points ?? []
  const boxes = points.map((p) => nameBox(p))
  const rows = stagger(boxes)
  return points.map((point, i) => ({ point, x: boxes[i].x, y: GROUND + 26 + rows[i] * ROW }))
})

const height = computed(() => Math.max(286, ...names.value.map((n) => n.y + 14)))

function nameBox(point: Point): Box {
  const wide = point.name.length * 6.6 + 4
  return { x: Math.min(Math.max(4, x(point.at) - wide / 2), width.value - wide - 2), y: 0, width: wide, height: ROW }
}

const readings = computed(() => {
  const points = [...(profile.value?.points ?? [])].filter((p) => p.at > 0)
  const selected = desk.run?.to_station
  points.sort((a, b) => Number(b.id === selected) - Number(a.id === selected) || b.drop - a.drop)
  const boxes = points.map((p) => ({ x: x(p.at) + 8, y: y(p.drop) - 20, width: 118, height: 15 }))
  for (const box of boxes) box.x = Math.min(box.x, width.value - box.width - 42)
  const kept = clearOf(boxes)
  return points.flatMap((point, i) => (kept[i] ? [{ point, box: boxes[i] }] : []))
})

const wires = computed(() => {
  const lines = [...(profile.value?.lines ?? [])]
  lines.sort((a, b) => rank(b) - rank(a))
  const boxes = lines.map((line) => wordsBox(line))
  const kept = clearOf(boxes, readings.value.map((r) => r.box))
  return lines.map((line, i) => ({ line, words: kept[i] && fits(line, boxes[i]), ...slope(line) }))
})

/** Every station with the wire that feeds it, from the source outward: the order in which they are reached by key. */
const outward = computed(() =>
  [...(profile.value?.points ?? [])]
    .sort((a, b) => a.at - b.at)
    .map((point) => ({ point, wire: wires.value.find((w) => w.line.to.id === point.id) })),
)

function stationWords(point: Point): string {
  const at = point.volts === null ? '' : `, ${point.volts.toFixed(1)} V, ${point.drop.toFixed(1)} % drop`
  return `${point.name}${at}, ${lengthText(point.at, units.value.length.sign, view.both)} from the source`
}

function rank(line: Line): number {
  return (line.id === desk.selectedRun ? 1e6 : 0) + (line.fails ? 1e5 : 0) + (line.to.at - line.from.at)
}

function wordsBox(line: Line): Box {
  const wide = line.words.length * 6
  const middle = slope(line)
  return { x: middle.cx - wide / 2, y: middle.cy + 2, width: wide, height: 18 }
}

function fits(line: Line, box: Box): boolean {
  return x(line.to.at) - x(line.from.at) > box.width * 0.92
}

function slope(line: Line) {
  const [x1, y1, x2, y2] = [across(line.from), y(line.from.drop), across(line.to), y(line.to.drop)]
  return { x1, y1, x2, y2, cx: (x1 + x2) / 2, cy: (y1 + y2) / 2, turn: (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI }
}

function over(point: Point): boolean {
  return point.drop > (rules.value?.total_drop_pct ?? 5) + 1e-9
}
</script>

<template>
  <div ref="frame" class="profile">
    <svg v-if="profile" :viewBox="`0 0 ${width} ${height}`" :width="width" :height="height" role="group" aria-label="Voltage along the property">
      <line class="nominal" :x1="LEFT" :x2="width - 40" :y1="y(0)" :y2="y(0)" />
      <text class="scale" :x="LEFT - 8" :y="y(0) + 4" text-anchor="end">{{ volts(0) }}</text>
      <g v-for="(limit, i) in limits" :key="i" :class="i ? 'total' : 'run-limit'">
        <line :x1="LEFT" :x2="width - 40" :y1="y(limit)" :y2="y(limit)" />
        <text :x="LEFT - 8" :y="y(limit) + 4" text-anchor="end">{{ volts(limit) }}</text>
        <text :x="width - 34" :y="y(limit) + 4">{{ limit }} %</text>
      </g>
      <line class="ground" :x1="LEFT - 20" :x2="width - 8" :y1="GROUND" :y2="GROUND" />
      <path
        class="earth"
        :d="Array.from({ length: Math.floor((width - LEFT) / 9) }, (_, i) => `M${LEFT - 16 + i * 9} ${GROUND + 1}l-5 6`).join('')"
      />
      <text v-for="tick in ticks" :key="tick" class="tick" :x="x(tick)" :y="GROUND - 4" text-anchor="middle">{{ tickWords(tick) }}</text>
      <text class="tick" :x="width - 6" :y="GROUND - 4" text-anchor="end">{{ units.length.sign }}</text>

      <g v-for="point in profile.points" :key="`mast-${point.id}`">
        <line class="mast" :class="{ on: point.id === desk.run?.to_station }" :x1="x(point.at)" :x2="x(point.at)" :y1="y(point.drop)" :y2="GROUND" />
      </g>
      <!-- What the pointer takes hold of lies below all stations; what is drawn and reached by key goes from the source outward. -->
      <g v-for="wire in wires" :key="wire.line.id" :data-run="wire.line.id" class="reach" @click="desk.selectRun(wire.line.id)">
        <title>{{ wire.line.words }}</title>
        <line :x1="wire.x1" :x2="wire.x2" :y1="wire.y1" :y2="wire.y2" />
      </g>
      <template v-for="{ point, wire } in outward" :key="point.id">
        <g
          v-if="wire"
          class="wire"
          :class="{ fails: wire.line.fails, on: wire.line.id === desk.selectedRun && !desk.selectedStation }"
          tabindex="0"
          role="button"
          :aria-label="`Run to ${point.name}: ${wire.line.words}${wire.line.fails ? ', fails' : ''}`"
          @keydown.enter="desk.selectRun(wire.line.id)"
        >
          <line :x1="wire.x1" :x2="wire.x2" :y1="wire.y1" :y2="wire.y2" />
          <text v-if="wire.words" :transform="`translate(${wire.cx} ${wire.cy}) rotate(${wire.turn})`" y="15" text-anchor="middle">
            {{ wire.line.words }}
          </text>
        </g>
        <g class="station" :class="{ over: over(point), on: point.id === desk.selectedStation }">
          <circle
            :cx="across(point)" :cy="y(point.drop)" :r="point.id === desk.run?.to_station ? 5 : 3.6" tabindex="0" role="button"
            :aria-label="stationWords(point)" @click="desk.selectStation(point.id)" @keydown.enter="desk.selectStation(point.id)"
          />
        </g>
      </template>
      <text
        v-for="{ point, box } in readings" :key="`volts-${point.id}`" class="reading" :class="{ over: over(point) }"
        :x="box.x" :y="box.y + 12"
      >{{ point.volts?.toFixed(1) }} V {{ point.drop.toFixed(1) }} %</text>
      <text
        v-for="name in names" :key="`name-${name.point.id}`" class="name" :class="{ on: name.point.id === desk.selectedStation }"
        :x="name.x" :y="name.y" @click="desk.selectStation(name.point.id)"
      >{{ name.point.name }}<title>{{ lengthText(name.point.at, units.length.sign, view.both) }} from the source</title></text>
    </svg>
  </div>
</template>

<style scoped>
.profile { width: 100%; overflow: hidden; }
svg { display: block; }
text { font-family: var(--figures); font-size: 12px; fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 4px; stroke-linejoin: round; }
.nominal { stroke: var(--rule); }
.run-limit line, .total line { stroke: var(--caution); stroke-width: 1.5; stroke-dasharray: 1.5 5; }
.total line { stroke: var(--danger); }
.ground { stroke: var(--ink); stroke-width: 1.5; }
.earth { stroke: var(--quiet); stroke-width: 0.7; opacity: 0.7; }
.tick { fill: var(--quiet); font-size: 11px; }
.mast { stroke: var(--bar); stroke-width: 1.4; }
.mast.on { stroke: var(--ink); stroke-width: 2; }
.reach { cursor: pointer; }
.reach line { stroke: transparent; stroke-width: 14; }
.wire { pointer-events: none; }
.wire line { stroke: var(--ink); stroke-width: 1.5; }
.wire.on line { stroke-width: 3; }
.wire.fails line { stroke: var(--danger); }
.wire text { font-family: var(--narrow); font-size: 13.5px; font-weight: 500; }
.wire.fails text { fill: var(--danger); }
.station circle { fill: var(--paper); stroke: var(--ink); stroke-width: 2; cursor: pointer; }
.station.over circle { stroke: var(--danger); }
.station.on circle { fill: var(--ink); }
.reading { pointer-events: none; font-weight: 600; }
.reading.over { fill: var(--danger); }
.name { font-family: var(--narrow); font-weight: 600; font-size: 14px; cursor: pointer; }
.name.on { text-decoration: underline; }
</style>
