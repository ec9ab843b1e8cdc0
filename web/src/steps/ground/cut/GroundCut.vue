<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'

import { followPointer } from '@/figures/following'
import CutCan from './CutCan.vue'
import CutEarth from './CutEarth.vue'
import CutWires from './CutWires.vue'
import { columnsOf, EDGE, linksOf, type Column } from './cut'
import { CAN, EARTH_LINE, HEIGHT, WIRE } from './levels'
import type { Fault } from '../fault/useFault'
import type { ModeAnswer } from '@/api/types'
import { useDesk } from '@/stores/desk'

const props = defineProps<{ fault: Fault; chain: string[]; mode: ModeAnswer }>()
const desk = useDesk()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: room } = useElementSize(frame, { width: 880, height: 0 })

const columns = computed(() => (desk.job && desk.solution ? columnsOf(desk.job, props.mode, desk.solution.ground.places, props.chain, room.value) : []))
const links = computed(() => (desk.job ? linksOf(desk.job, props.mode, columns.value) : []))
const width = computed(() => {
  const last = columns.value[columns.value.length - 1]
  return Math.max(room.value, last ? last.x + last.width + 30 : 0)
})
const state = computed(() => props.fault.answer.value?.state ?? null)
const at = computed(() => columns.value.find((c) => c.station.id === props.fault.station.value))
const line = computed(() => Number(desk.job?.house_rules.touch_line_v))
const kind = computed(() => props.fault.asked.value.kind)
const dragged = ref<number | null>(null)

/** Where the bolt strikes: from the hot to the can, the neutral, or the earth beside it. */
const bolt = computed(() => {
  const c = at.value
  if (!c || kind.value === 'none') return null
  const x = dragged.value ?? c.x + c.width - 20
  if (kind.value === 'line-to-neutral') return { x, top: WIRE.A, bottom: WIRE.N }
  if (kind.value === 'line-to-earth') return { x: dragged.value ?? c.x + 0.55 * c.width, top: CAN.bottom, bottom: EARTH_LINE + 6 }
  return { x, top: CAN.top - 14, bottom: WIRE.A }
})

// A chain longer than the screen moves so that the enclosure at hand is in sight.
watch(() => at.value?.x, () => {
  const c = at.value
  const box = frame.value
  if (!c || !box) return
  const [left, right] = [c.x - 90, c.x + c.width + 60]
  if (left < box.scrollLeft) box.scrollLeft = left
  else if (right > box.scrollLeft + box.clientWidth) box.scrollLeft = right - box.clientWidth
  // A station chosen from the list below brings the drawing back into sight where both do not fit.
  box.scrollIntoView({ block: 'nearest' })
}, { flush: 'post' })

function choose(column: Column | undefined) {
  if (column && !column.source) desk.selectStation(column.station.id)
}

/** The marker follows the pointer and drops on the nearest enclosure. */
function drag(event: PointerEvent) {
  const svg = (event.currentTarget as SVGElement).ownerSVGElement
  if (!svg) return
  const spot = (e: PointerEvent) => e.clientX - svg.getBoundingClientRect().left
  const drop = (e: PointerEvent) => {
    const x = spot(e)
    const open = columns.value.filter((c) => !c.source)
    dragged.value = null
    if (e.type === 'pointerup' && open.length) choose(open.reduce((best, c) => (Math.abs(c.x + c.width / 2 - x) < Math.abs(best.x + best.width / 2 - x) ? c : best)))
  }
  followPointer((e) => (dragged.value = spot(e)), drop)
}

function beside(event: KeyboardEvent) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!by) return
  event.preventDefault()
  choose(columns.value[props.chain.indexOf(props.fault.station.value ?? '') + by])
}
</script>

<template>
  <div ref="frame" class="frame">
    <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :width="width" :height="HEIGHT" role="group" aria-label="Cut through the earth">
      <template v-for="c in columns" :key="`behind ${c.station.id}`"><rect v-if="!c.source" :x="c.x" :y="CAN.top" :width="c.width" :height="CAN.bottom - CAN.top" class="behind" /></template>
      <CutEarth :columns="columns" :state="state" :width="width" />
      <CutWires v-for="l in links" :key="l.run.id" :link="l" :state="state" :here="l.to.station.id === fault.station.value" :equipment="fault.asked.value.equipment" :neutral-open="fault.asked.value.neutral_open" />
      <CutCan v-for="c in columns" :key="c.station.id" :column="c" :state="state" :line="line" :here="c === at" @choose="choose(c)" @keydown="beside" />
      <g v-if="at && bolt" class="bolt" @pointerdown.prevent="drag">
        <title>Drag the fault to another enclosure</title>
        <rect :x="bolt.x - 11" :y="bolt.top - 6" width="22" :height="bolt.bottom - bolt.top + 10" class="grip" />
        <path :d="`M${bolt.x} ${bolt.top} l-6 ${(bolt.bottom - bolt.top) * 0.55} h7 l-5 ${(bolt.bottom - bolt.top) * 0.45} l11 ${-(bolt.bottom - bolt.top) * 0.62} h-6 l5 ${-(bolt.bottom - bolt.top) * 0.38} Z`" />
      </g>
      <g v-if="at && !at.source" class="hand" :transform="`translate(${at.x + at.width + EDGE} ${CAN.bottom})`" aria-hidden="true">
        <circle cx="4" cy="8" r="4" />
        <path :d="`M4 12 V${EARTH_LINE - CAN.bottom - 14} l-4 13 M4 ${EARTH_LINE - CAN.bottom - 14} l4 13 M4 16 L${-EDGE} -4 M4 16 l7 9`" />
      </g>
    </svg>
    <p v-if="fault.trouble.value" class="danger" role="alert">{{ fault.trouble.value }}</p>
    <p v-else-if="at === undefined" class="quiet note">This enclosure is dead on {{ mode.name }}; the cut shows what it feeds.</p>
  </div>
</template>

<style scoped>
.frame { overflow-x: auto; min-width: 0; }
svg { display: block; font-family: var(--narrow); fill: var(--ink); }
.behind { fill: var(--soft); fill-opacity: 0.55; }
.bolt { cursor: grab; touch-action: none; }
.bolt path { fill: var(--danger); stroke: var(--paper); stroke-width: 1; paint-order: stroke; }
.grip { fill: transparent; }
.hand { fill: none; stroke: var(--ink); stroke-width: 1.8; stroke-linecap: round; }
.hand circle { fill: var(--ink); stroke: none; }
p { margin: 0; padding: 0 16px 6px; }
</style>
