<script setup lang="ts">
import { computed, inject, ref } from 'vue'

import type { DrawnSheet, Nudge, Spot } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'

/** The stations of a drawn one-line, each to be taken and moved: room is made before it, and all that hangs on it goes
 *  along, so that nothing comes to lie on anything. */
const props = defineProps<{ sheet: DrawnSheet }>()
const desk = inject(deskKey, useDesk, true)
const STEP = 4
const LARGEST = 200
const held = ref<{ id: string; x: number; y: number; dx: number; dy: number } | null>(null)

const spots = computed(() => props.sheet.spots.filter((s) => s.key.startsWith('station/')))
const stationOf = (spot: Spot) => spot.key.slice('station/'.length)
const nameOf = (spot: Spot) => desk.job?.stations.find((s) => s.id === stationOf(spot))?.name ?? ''
const nudgeOf = (id: string): Nudge => desk.job?.packet.nudges.find((n) => n.station === id) ?? { station: id, right: 0, down: 0, rank: 0 }
const share = (value: number, whole: number) => `${(100 * value) / whole}%`

function box(spot: Spot) {
  const [dx, dy] = held.value?.id === stationOf(spot) ? [held.value.dx, held.value.dy] : [0, 0]
  return {
    left: share(spot.left + dx, props.sheet.width), top: share(spot.top + dy, props.sheet.height),
    width: share(spot.right - spot.left - 1.5, props.sheet.width), height: share(spot.bottom - spot.top, props.sheet.height),
  } // prettier-ignore
}

function set(nudge: Nudge) {
  const every = (desk.job?.packet.nudges ?? []).filter((n) => n.station !== nudge.station)
  const plain = !nudge.right && !nudge.down && !nudge.rank
  void desk.edit([{ op: 'add', path: '/packet/nudges', value: plain ? every : [...every, nudge] }])
}
/** Right and down make room; left and up take it back, and past that up puts it before its neighbour. */
function move(id: string, dx: number, dy: number) {
  const was = nudgeOf(id)
  const right = Math.min(LARGEST, Math.max(0, was.right + dx))
  const down = Math.min(LARGEST, Math.max(0, was.down + dy))
  const rank = Math.max(-40, Math.min(40, dy < 0 && was.down === 0 ? was.rank - 1 : was.rank))
  set({ station: id, right: Math.round(right), down: Math.round(down), rank })
}

function grab(event: PointerEvent, spot: Spot) {
  held.value = { id: stationOf(spot), x: event.clientX, y: event.clientY, dx: 0, dy: 0 }
  ;(event.target as HTMLElement).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  const layer = (event.target as HTMLElement).parentElement
  if (!held.value || !layer) return
  const mm = props.sheet.width / layer.clientWidth
  held.value.dx = (event.clientX - held.value.x) * mm
  held.value.dy = (event.clientY - held.value.y) * mm
}
function drop() {
  const was = held.value
  held.value = null
  if (was && Math.hypot(was.dx, was.dy) > 1.5) move(was.id, was.dx, was.dy)
}
const KEYS: Record<string, [number, number]> = { ArrowRight: [STEP, 0], ArrowLeft: [-STEP, 0], ArrowDown: [0, STEP], ArrowUp: [0, -STEP] }
function key(event: KeyboardEvent, spot: Spot) {
  const by = KEYS[event.key]
  if (by) move(stationOf(spot), ...by)
  else if (event.key === 'Delete' || event.key === 'Backspace') set({ station: stationOf(spot), right: 0, down: 0, rank: 0 })
  else return
  event.preventDefault()
}
</script>

<template>
  <div class="layer">
    <button v-for="s in spots" :key="s.key" class="spot" :class="{ held: held?.id === stationOf(s) }" :style="box(s)" :aria-label="`Move ${nameOf(s)}: arrow keys, Delete lays it back`" title="Drag it, or use the arrow keys; Delete lays it back" @pointerdown="grab($event, s)" @pointermove="drag" @pointerup="drop" @pointercancel="held = null" @keydown="key($event, s)" />
  </div>
</template>

<style scoped>
.layer { position: absolute; inset: 0; pointer-events: none; }
.spot { position: absolute; padding: 0; border: 1px dashed transparent; background: none; cursor: move; pointer-events: auto; touch-action: none; }
.spot:hover, .spot:focus-visible, .held { border-color: var(--caution); outline: none; }
</style>
