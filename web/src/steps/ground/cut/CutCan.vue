<script setup lang="ts">
import { computed } from 'vue'

import { GAP, type Column } from './cut'
import { BAR, CAN, WIRE } from './levels'
import type { FaultState } from '@/api/types'
import { stationWord } from '@/stores/words'

const props = defineProps<{ column: Column; state: FaultState | null; line: number; here: boolean }>()
const emit = defineEmits<{ choose: []; keydown: [event: KeyboardEvent] }>()

const c = computed(() => props.column)
const bond = computed(() => props.column.bond)
const middle = computed(() => c.value.x + c.value.width * 0.46)
const floating = computed(() => bond.value?.ground_bar === 'floating')
const touch = computed(() => {
  const v = props.state?.stations.find((s) => s.station === c.value.station.id)?.touch_v.value
  return typeof v === 'number' ? v : null
})
const words = computed(() => {
  const b = bond.value
  if (!b || !b.neutral) return ''
  if (b.closed) return b.extra ? `${b.bond} in` : b.planned ? 'to bond' : 'bonded'
  return b.belongs && b.live ? 'no bond' : 'apart'
})
const tone = computed(() => {
  const b = bond.value
  return b && (b.extra || (b.belongs && !b.closed && b.live)) ? 'wrong' : b?.closed ? 'right' : 'apart'
})
const under = computed(() => {
  const gear = c.value.station.gear
  const kind = stationWord(c.value.station.kind).replaceAll('-', ' ')
  return gear.rating_a ? `${gear.rating_a} A ${kind}` : kind
})
const name = computed(() => {
  const most = Math.floor((c.value.width + GAP * (c.value.source ? 0.35 : 0.6)) / 7.4)
  const full = c.value.station.name
  return full.length > most ? `${full.slice(0, most - 1)}…` : full
})

function key(event: KeyboardEvent) {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    emit('choose')
  } else emit('keydown', event)
}
</script>

<template>
  <g
    class="can" :class="{ here, source: c.source, dead: !bond?.live }" :tabindex="c.source ? undefined : 0" :role="c.source ? undefined : 'button'"
    :aria-pressed="c.source ? undefined : here" @click="emit('choose')" @keydown="key"
  >
    <title>{{ c.source ? c.station.name : `Drop it at ${c.station.name}` }}</title>
    <text :x="c.x" y="22" class="name">{{ name }}</text>
    <text :x="c.x" y="38" class="under">{{ under }}</text>
    <template v-if="c.source">
      <path :d="`M${c.x + 18} ${WIRE.A} V${WIRE.N} M${c.x + 18} ${WIRE.A} h${c.width - 18} M${c.x + 18} ${WIRE.N} h${c.width - 18}`" class="lead" />
      <path v-for="i in 4" :key="i" :d="`M${c.x + 18} ${WIRE.A - 8 + i * 10} a5 5 0 0 0 0 10`" class="coil" />
      <path :d="`M${c.x + 40} ${WIRE.N} V${CAN.bottom}`" class="lead" />
    </template>
    <template v-else>
      <rect :x="c.x" :y="CAN.top" :width="c.width" :height="CAN.bottom - CAN.top" class="box" />
      <rect v-if="bond?.neutral" :x="c.x + 12" :y="WIRE.N - BAR / 2" :width="c.width - 24" :height="BAR" class="neutral" />
      <rect v-if="bond?.ground_bar !== 'none'" :x="c.x + 12" :y="WIRE.G - BAR / 2" :width="c.width - 24" :height="BAR" class="ground" />
      <template v-if="c.station.transformer">
        <path v-for="i in 3" :key="`p${i}`" :d="`M${middle - 4} ${WIRE.B + 2 + i * 7} a3.5 3.5 0 0 1 0 7 M${middle + 4} ${WIRE.B + 2 + i * 7} a3.5 3.5 0 0 0 0 7`" class="coil" />
      </template>
      <text v-if="bond?.neutral" :x="c.x + 13" :y="WIRE.N - BAR / 2 - 3" class="bar">N</text>
      <text :x="c.x + 13" :y="WIRE.G - BAR / 2 - 3" class="bar">G</text>
      <line v-if="bond?.neutral" :x1="middle" :x2="middle" :y1="WIRE.N + BAR / 2" :y2="WIRE.G - BAR / 2" class="bond" :class="tone" />
      <text v-if="words" :x="middle + 8" :y="(WIRE.N + WIRE.G) / 2 + 4" class="words" :class="tone">{{ words }}</text>
      <line :x1="c.x + c.width - 24" :x2="c.x + c.width - 24" :y1="WIRE.G + BAR / 2" :y2="floating ? WIRE.G + 12 : CAN.bottom" class="strap" />
      <circle v-if="!floating" :cx="c.x + c.width - 24" :cy="CAN.bottom" r="3.5" class="dot" />
      <text v-else :x="c.x + c.width - 16" :y="CAN.bottom - 6" text-anchor="end" class="words wrong">floating</text>
      <text v-if="touch !== null" :x="c.x + 31" :y="CAN.bottom + 14" class="volts" :class="{ wrong: touch > line }">{{ touch.toFixed(touch < 9.95 ? 1 : 0) }} V</text>
    </template>
  </g>
</template>

<style scoped>
.can { cursor: pointer; outline: none; }
.source { cursor: default; }
.box { fill: transparent; stroke: var(--ink); stroke-width: 1.4; }
.here .box { stroke-width: 2.8; }
.can:focus-visible .box { stroke: var(--good); stroke-width: 3; }
.name { font-weight: 600; font-size: 15px; }
.under { font-size: 13.5px; fill: var(--quiet); }
.neutral { fill: var(--neutral-wire); stroke: var(--ink); stroke-width: 1; }
.ground { fill: var(--ground-wire); stroke: var(--ink); stroke-width: 0.8; }
.bar { font-size: 12px; font-weight: 600; }
.bond { stroke-width: 6; stroke: var(--ink); }
.bond.wrong { stroke: var(--danger); }
.bond.apart { stroke-width: 1.5; stroke-dasharray: 2 3; stroke: var(--quiet); }
.words { font-size: 13.5px; fill: var(--quiet); }
.words.right { fill: var(--ink); }
.words.wrong, .volts.wrong { fill: var(--danger); font-weight: 600; }
.strap { stroke: var(--ground-wire); stroke-width: 3; }
.dot { fill: var(--ground-wire); }
.volts { font: 600 12.5px var(--figures); paint-order: stroke; stroke: var(--paper); stroke-width: 3; }
.dead { opacity: 0.75; }
.lead { fill: none; stroke: var(--ink); stroke-width: 1.4; }
.coil { fill: none; stroke: var(--ink); stroke-width: 1.6; }
</style>
