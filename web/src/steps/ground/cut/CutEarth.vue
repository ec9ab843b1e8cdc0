<script setup lang="ts">
import { computed } from 'vue'

import { ampsText, EDGE, type Column } from './cut'
import { CAN, EARTH_LINE, FOOT, HEIGHT, PIPE_LEVEL, STRAY_LEVEL, WIRE } from './levels'
import type { ElectrodeAnswer, FaultState } from '@/api/types'
import { useDesk } from '@/stores/desk'
import { footOf } from '@/stores/units'

const props = defineProps<{ columns: Column[]; state: FaultState | null; width: number }>()
const desk = useDesk()
const SHOWN_A = 0.005

interface Shape {
  id: string
  kind: 'upright' | 'flat' | 'plate'
  x: number
  wide: number
  top: number
  bottom: number
  gone: boolean
}

/** Where a column's ground goes down, and what it comes to there. */
const earths = computed(() =>
  props.columns.flatMap((c) => {
    if (c.source) {
      const earth = c.station.source?.earth_ohm
      return [{ c, x: c.x + 40, from: CAN.bottom, shapes: rods(c.x + 40, 1), words: earth ? `${earth} Ω` : 'earth taken', amps: strayOf(c.station.id), quiet: true }]
    }
    const g = c.ground
    if (!g) return []
    const x = c.x + 26
    const ohms = typeof g.ohms.value === 'number' ? `${ohmText(g.ohms.value)} Ω` : ''
    const band = g.low_ohm !== null && g.high_ohm !== null && g.high_ohm > 1.02 * g.low_ohm ? ` (${ohmText(g.low_ohm)} to ${ohmText(g.high_ohm)})` : ''
    const lands = desk.job?.places.find((p) => p.id === g.place)?.grounding.conductor.lands
    const words = g.electrodes.length ? `${ohms}${band}` : 'no electrode'
    return [{ c, x, from: lands === 'neutral-bar' ? WIRE.N : CAN.bottom, shapes: shapes(x, g.electrodes), words, amps: strayOf(g.place), quiet: g.planned }]
  }),
)

function ohmText(ohm: number): string {
  return ohm < 9.95 ? ohm.toFixed(1) : ohm.toFixed(0)
}

function rods(x: number, many: number): Shape[] {
  return Array.from({ length: many }, (_, i) => ({ id: `rod${i}`, kind: 'upright' as const, x: x + 12 * i, wide: 4, top: EARTH_LINE, bottom: EARTH_LINE + 8 * FOOT, gone: false }))
}

/** Electrodes side by side as deep as they are; those not bonded in are left off the wire. */
function shapes(x: number, electrodes: ElectrodeAnswer[]): Shape[] {
  const foot = footOf(desk.job)
  let at = x
  return electrodes.flatMap((e) => {
    const flat = e.bottom - e.top < 0.01 * foot
    const plate = !flat && e.top > 0.5 * foot
    const found: Shape[] = []
    for (const [i] of (flat ? [e.at[0]] : e.at.slice(0, 4)).entries()) {
      const wide = flat ? 34 : plate ? 10 : 4
      found.push({ id: `${e.id}${i}`, kind: flat ? 'flat' : plate ? 'plate' : 'upright', x: at, wide, top: EARTH_LINE + (e.top / foot) * FOOT, bottom: EARTH_LINE + Math.min(e.bottom / foot, 12) * FOOT, gone: e.ohms.value === null })
      at += wide + 9
    }
    return found
  })
}

function strayOf(id: string): number {
  return props.state?.earths.find((e) => e.id === id)?.amps ?? 0
}

/** What goes through the earth, from the electrodes that take most of it to the source's own. */
const stray = computed(() => {
  const [home] = earths.value.filter((e) => e.c.source)
  const rest = earths.value.filter((e) => e !== home && e.amps > SHOWN_A)
  if (!home || !rest.length || home.amps <= SHOWN_A) return null
  const far = rest.reduce((best, e) => (e.amps > best.amps ? e : best))
  return { from: far.x, to: home.x, amps: home.amps }
})

/** Metal that two places of the cut share under ground. */
const paths = computed(() =>
  (desk.job?.metal_paths ?? []).flatMap((p, i) => {
    const ends = [p.from_place, p.to_place].map((place) => props.columns.find((c) => c.station.place === place && desk.solution?.ground.places.some((g) => g.place === place && g.lands_at === c.station.id)))
    const [a, b] = ends
    if (!a || !b) return []
    const amps = props.state?.paths.find((s) => s.id === p.id)?.amps ?? 0
    return [{ id: p.id, name: p.name, amps, x1: Math.min(a.x, b.x) + 84, x2: Math.max(a.x, b.x) + 10, y: PIPE_LEVEL + 12 * i }]
  }),
)
</script>

<template>
  <g class="earth">
    <rect x="0" :y="EARTH_LINE" :width="width" :height="HEIGHT - EARTH_LINE" class="soil" />
    <line x1="0" :x2="width" :y1="EARTH_LINE" :y2="EARTH_LINE" class="surface" />
    <path v-for="i in Math.ceil(width / 12)" :key="i" :d="`M${12 * i} ${EARTH_LINE} l-6 6`" class="hatch" />
    <g v-for="p in paths" :key="p.id" class="path">
      <line :x1="p.x1" :x2="p.x2" :y1="p.y" :y2="p.y" />
      <path :d="`M${p.x1} ${p.y} V${CAN.bottom} M${p.x2} ${p.y} V${CAN.bottom}`" />
      <text :x="(p.x1 + p.x2) / 2" :y="p.y - 6" text-anchor="middle">{{ p.name }}<tspan v-if="p.amps > SHOWN_A" class="amps" dx="6">{{ ampsText(p.amps) }}</tspan></text>
    </g>
    <g v-for="e in earths" :key="e.c.station.id" class="electrode" :class="{ planned: e.quiet && !e.c.source }">
      <path :d="`M${e.x} ${e.from} V${EARTH_LINE + 4} H${Math.max(e.x, ...e.shapes.map((s) => s.x))}`" class="gec" />
      <template v-for="s in e.shapes" :key="s.id">
        <line v-if="s.kind === 'upright'" :x1="s.x" :x2="s.x" :y1="s.top" :y2="s.bottom" class="rod" :class="{ gone: s.gone }" />
        <path v-else-if="s.kind === 'flat'" :d="`M${s.x} ${EARTH_LINE + 4} V${s.top} h${s.wide - 6}`" class="strip" :class="{ gone: s.gone }" />
        <rect v-else :x="s.x" :y="s.top" :width="s.wide" :height="s.bottom - s.top" class="plate" />
      </template>
      <text :x="Math.min(e.x - 4, width - 6 - 7.7 * e.words.length)" :y="STRAY_LEVEL - 22">{{ e.words }}</text>
      <text v-if="e.amps > SHOWN_A" :x="e.x + 5" :y="EARTH_LINE - 6" class="amps">{{ ampsText(e.amps) }}</text>
    </g>
    <g v-if="stray" class="stray">
      <line :x1="stray.from" :x2="stray.to + EDGE" :y1="STRAY_LEVEL" :y2="STRAY_LEVEL" />
      <path :d="`M${stray.to + 4} ${STRAY_LEVEL} l9 -4.5 v9 Z`" />
      <text :x="(stray.from + stray.to) / 2" :y="STRAY_LEVEL - 5" text-anchor="middle">{{ ampsText(stray.amps) }} through the soil</text>
    </g>
  </g>
</template>

<style scoped>
.soil { fill: var(--soft); }
.surface { stroke: var(--ink); stroke-width: 1.5; }
.hatch { stroke: var(--quiet); stroke-width: 0.7; }
.gec { fill: none; stroke: var(--ground-wire); stroke-width: 2; }
.rod { stroke: var(--ink); stroke-width: 3.4; }
.strip { fill: none; stroke: var(--ink); stroke-width: 3.4; }
.gone { stroke: var(--danger); stroke-dasharray: 3 4; }
.plate { fill: var(--ink); }
.planned .rod, .planned .strip { stroke-dasharray: 5 3; }
.electrode text { font: 600 12.5px var(--figures); }
.amps { font: 600 12px var(--figures); fill: var(--danger); }
.electrode .amps { fill: var(--danger); }
.path line { stroke: var(--quiet); stroke-width: 6; }
.path path { fill: none; stroke: var(--quiet); stroke-width: 2; stroke-dasharray: 3 3; }
.path text { font-size: 13.5px; }
.stray line { stroke: var(--danger); stroke-width: 1.8; stroke-dasharray: 6 4; }
.stray path, .stray text { fill: var(--danger); }
.stray text { font: 600 12.5px var(--figures); }
</style>
