<script setup lang="ts">
import { computed } from 'vue'

import { ampsText, GAP, groundWire, wireWords, type Link } from './cut'
import { CAN, WIRE } from './levels'
import type { FaultRequest, FaultState } from '@/api/types'
import { lengthText } from '@/figures/write'
import { useUnits } from '@/stores/units'
import { useView } from '@/stores/view'
import { term } from '@/stores/words'

const props = defineProps<{ link: Link; state: FaultState | null; here: boolean; equipment: FaultRequest['equipment']; neutralOpen: boolean }>()
const view = useView()
const units = useUnits()
const SHOWN_A = 0.015

const left = computed(() => props.link.from.x + props.link.from.width)
const right = computed(() => props.link.to.x)
const middle = computed(() => (left.value + right.value) / 2)
const wires = computed(() => props.link.wires)
const flow = computed(() => props.state?.runs.find((r) => r.run === props.link.run.id))
const wired = computed(() => groundWire(wires.value))
const piped = computed(() => wires.value.equipment.includes('raceway'))
const gone = computed(() => props.here && props.equipment !== 'whole')
const open = computed(() => wires.value.neutral_open || (props.here && props.neutralOpen))
const barStart = computed(() => (props.link.from.source ? left.value : left.value - 12))

function show() {
  if (flow.value) view.show(`currents on the run to ${props.link.to.station.name}`, flow.value.residual)
}

/** The way of a wire that goes under an enclosure between its ends. */
function under(down: number): string {
  const y = CAN.bottom + 20 + down
  return `M${left.value - 20 + down} ${CAN.bottom} V${y} H${right.value + 20 - down} V${CAN.bottom}`
}

const carries = computed(() => ({
  hot: `out on the ${term('ungrounded')}s`, neutral: `home on the ${term('grounded')}`, ground: `on the ${term('ground')} wire`, pipe: `on the ${term('raceway')}`,
}))

interface Current {
  key: 'hot' | 'neutral' | 'ground' | 'pipe'
  amps: number
  y: number
  home: boolean
}

/** What flows in the gap: the heavier hot outward, the neutral and the ground home. */
const currents = computed<Current[]>(() => {
  const f = flow.value
  if (!f) return []
  const hot = wires.value.live ? Math.max(f.a, f.b, f.c) : 0
  const all: Current[] = [
    { key: 'hot', amps: hot, y: WIRE.A - 5, home: false },
    { key: 'neutral', amps: f.neutral, y: WIRE.N - 6, home: true },
    { key: 'ground', amps: f.equipment, y: WIRE.G - 5, home: f.equipment_home },
    { key: 'pipe', amps: f.raceway, y: CAN.bottom - 12, home: f.equipment_home },
  ]
  return all.filter((c) => c.amps > SHOWN_A)
})
</script>

<template>
  <g class="wires">
    <path v-if="link.past && wires.neutral" :d="under(0)" class="neutral-edge around" :class="{ open }" /><path v-if="link.past && wires.neutral" :d="under(0)" class="neutral around" :class="{ open }" />
    <path v-if="link.past && wired" :d="under(9)" class="ground around" />
    <text v-if="link.past" :x="left + GAP / 2 + 6" :y="CAN.bottom + 14" text-anchor="middle" class="run">{{ open ? `${term('grounded')} opened` : `${term('grounded')} whole` }}</text>
    <template v-else>
      <text :x="middle" y="38" text-anchor="middle" class="run">{{ lengthText(link.run.cable.length, units.length.sign, view.both) }}</text>
      <text :x="middle" y="22" text-anchor="middle" class="run">{{ wireWords(wires) }}</text>
      <template v-if="wires.live">
        <line :x1="left" :x2="right + link.to.width * 0.86" :y1="WIRE.A" :y2="WIRE.A" class="hot-edge" />
        <line :x1="left" :x2="right + link.to.width * 0.86" :y1="WIRE.A" :y2="WIRE.A" class="hot-a" />
      </template>
      <text v-else :x="middle" :y="WIRE.A + 10" text-anchor="middle" class="run">dead</text>
      <line v-if="wires.ungrounded > 1 && wires.live" :x1="left" :x2="right + link.to.width * 0.86" :y1="WIRE.B" :y2="WIRE.B" class="hot-b" />
      <template v-if="wires.neutral">
        <line :x1="barStart" :x2="right + 12" :y1="WIRE.N" :y2="WIRE.N" class="neutral-edge" :class="{ open }" />
        <line :x1="barStart" :x2="right + 12" :y1="WIRE.N" :y2="WIRE.N" class="neutral" :class="{ open }" />
      </template>
      <line v-if="wired" :x1="left - 12" :x2="right + 12" :y1="WIRE.G" :y2="WIRE.G" class="ground" :class="{ open: gone }" />
      <text v-else-if="wires.equipment === 'none'" :x="middle" :y="WIRE.G + 4" text-anchor="middle" class="lacking">no {{ term('ground') }}</text>
      <line v-if="piped && !(here && equipment === 'missing')" :x1="left" :x2="right" :y1="CAN.bottom - 8" :y2="CAN.bottom - 8" class="pipe" />
      <path v-if="gone && wired" :d="`M${middle - 6} ${WIRE.G + 8} l6 -16 M${middle} ${WIRE.G + 8} l6 -16`" class="cut" />
      <path v-if="open" :d="`M${middle - 6} ${WIRE.N + 8} l6 -16 M${middle} ${WIRE.N + 8} l6 -16`" class="cut" />
      <g v-for="c in currents" :key="c.key" class="current" role="button" tabindex="0" :aria-label="`${ampsText(c.amps)} ${carries[c.key]} of the run to ${link.to.station.name}`" :class="{ stray: c.key === 'ground' || c.key === 'pipe' }" @click="show" @keydown.enter="show" @keydown.w.stop.prevent="show">
        <path :d="c.home ? `M${left + 5} ${c.y - 4} l7 -3.5 v7 Z` : `M${right - 5} ${c.y - 4} l-7 -3.5 v7 Z`" />
        <text :x="middle + (c.home ? 4 : -4)" :y="c.y" text-anchor="middle">{{ ampsText(c.amps) }}</text>
      </g>
    </template>
  </g>
</template>

<style scoped>
.run { font-size: 13.5px; fill: var(--quiet); }
line { stroke-width: 2.2; }
.hot-edge { stroke: var(--ink); stroke-width: 3.2; }
.hot-a { stroke: var(--hot-a); }
.hot-b { stroke: var(--hot-b); }
.neutral-edge { stroke: var(--ink); stroke-width: 5; }
.neutral { stroke: var(--neutral-wire); stroke-width: 3; }
.ground { stroke: var(--ground-wire); stroke-width: 3; }
.pipe { stroke: var(--quiet); stroke-width: 5; stroke-dasharray: 10 2; }
path.around { fill: none; }
.ground.around { stroke-width: 2.4; }
.open { stroke-dasharray: 14 26; }
.cut { stroke: var(--danger); stroke-width: 2; fill: none; }
.lacking { fill: var(--danger); font-size: 13.5px; font-weight: 600; }
.current { cursor: pointer; }
.current:hover text { text-decoration: underline; }
.current text { font: 600 12px var(--figures); paint-order: stroke; stroke: var(--paper); stroke-width: 3; }
.stray text, .stray path { fill: var(--danger); }
</style>
