<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'

import PanelBars from './PanelBars.vue'
import PanelBreaker from './PanelBreaker.vue'
import { useHand } from './useHand'
import { usePanelDesk, type Spot } from '../usePanel'
import { written } from '@/figures/write'

const panel = usePanelDesk()
const { answer, station, circuitId, lifted, circuits } = panel
const svg = useTemplateRef<SVGSVGElement>('svg')
const drawing = computed(() => answer.value?.drawing)
const taken = computed(() => new Set(circuits.value.flatMap((c) => (c.space === null ? [] : c.poles === 2 ? [c.space, c.space + 2] : [c.space]))))
const free = computed(() => drawing.value?.spaces.filter((s) => !taken.value.has(s.space)) ?? [])
// In the order of the spaces, as they are read out; choosing one moves nothing, or it would lose the focus.
const ordered = computed(() => {
  const rank = new Map(panel.ordered.value.map((c, i) => [c.id, i]))
  return [...(drawing.value?.breakers ?? [])].sort((a, b) => (rank.get(a.circuit) ?? 0) - (rank.get(b.circuit) ?? 0))
})
const wires = computed(() => drawing.value?.wires.filter((w) => w.circuit === circuitId.value) ?? [])
const gear = computed(() => station.value?.gear)
const main = computed(() => {
  const rating = gear.value?.rating_a ? `${written(gear.value.rating_a, 'A')} ` : ''
  return gear.value?.back_fed ? `${rating}main, back-fed` : gear.value?.has_main ? `${rating}main` : 'main lugs'
})
const over = ref<number | null>(null)
const { ghost, press, drop, typed } = useHand(svg, panel, (spot) => (over.value = spot?.space ?? null))

const DOWN: Record<string, number> = { ArrowUp: -2, ArrowDown: 2 }

/** Arrow keys go from space to space; with a breaker in the hand they show where it would go. */
function walk(event: KeyboardEvent, from: number, poles: number) {
  const key = event.key
  let to: number | null = null
  if (key in DOWN) to = from + DOWN[key] + (key === 'ArrowDown' && poles === 2 && !lifted.value ? 2 : 0)
  else if (key === 'ArrowLeft' || key === 'ArrowRight') to = from % 2 ? from + 1 : from - 1
  if (to === null) return
  event.preventDefault()
  event.stopPropagation()
  if (to < 1 || to > (answer.value?.spaces ?? 0)) return
  if (lifted.value) over.value = to
  else focusOn(to)
}

function focusOn(space: number) {
  const at = svg.value?.querySelector<SVGElement>(`[data-space~="${space}"]`)
  at?.focus()
}

async function keyed(event: KeyboardEvent, from: Spot, id: string | null, poles: number) {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const at = lifted.value && over.value !== null ? over.value : from.space
  if (event.key === 'Escape' && lifted.value) {
    lifted.value = over.value = null
  } else if (event.key === ' ' || event.key === 'Enter') {
    if (lifted.value) await put({ space: at, half: null })
    else if (id) {
      circuitId.value = id
      if (event.key === ' ') {
        lifted.value = id
        over.value = from.space
      }
    } else await panel.addCircuit(from)
  } else if (/^[0-9]$/.test(event.key) && (lifted.value || id)) {
    const spot = typed(event.key)
    lifted.value ??= id
    over.value = spot
  } else return walk(event, at, poles)
  event.preventDefault()
  event.stopPropagation()
}

async function put(spot: Spot) {
  const id = lifted.value
  lifted.value = over.value = null
  if (!id) return
  if (await panel.moveTo(id, spot)) await nextTick()
  svg.value?.querySelector<SVGElement>(`[data-circuit="${id}"]`)?.focus()
}

function chosen(spot: Spot) {
  if (lifted.value) void put(spot)
  else void panel.addCircuit(spot)
}

const ghostBox = computed(() => {
  if (over.value === null || !lifted.value || !drawing.value) return null
  const box = drawing.value.spaces.find((s) => s.space === over.value)?.box
  const poles = circuits.value.find((c) => c.id === lifted.value)?.poles ?? 1
  return box ? { ...box, height: box.height * poles } : null
})
</script>

<template>
  <figure v-if="drawing && answer" class="can" @keydown.esc="lifted = over = null">
    <svg ref="svg" :viewBox="`0 0 ${drawing.width} ${drawing.height}`" role="group" :aria-label="`${station?.name} with its cover off`" @pointermove="drop.move" @pointerup="drop.up" @pointercancel="drop.cancel">
      <rect x="1" y="1" :width="drawing.width - 2" :height="drawing.height - 2" class="shell" />
      <rect v-bind="drawing.main" class="main" />
      <text :x="drawing.main.x + drawing.main.width / 2" :y="drawing.main.y + 23" text-anchor="middle" class="strong">{{ main }}</text>
      <rect v-for="(bar, i) in drawing.bus" :key="i" v-bind="bar" :class="i ? 'bus-b' : 'bus-a'" />
      <text v-for="(bar, i) in drawing.bus" :key="`n${i}`" :x="bar.x + bar.width / 2" :y="drawing.height - 8" text-anchor="middle" class="mono leg">{{ i ? 'B' : 'A' }}</text>
      <PanelBars :drawing="drawing" />
      <g v-for="s in free" :key="s.space" class="free" :class="{ blocked: s.blocked }">
        <g
          :data-space="s.space" role="button" tabindex="0" :aria-label="s.blocked ? `Space ${s.space}, takes no breaker` : `Space ${s.space}, free, leg ${s.leg}${s.twin ? ', takes a tandem' : ''}`"
          @click="chosen({ space: s.space, half: null })" @keydown="keyed($event, { space: s.space, half: null }, null, 1)"
        ><rect :x="s.box.x + 1" :y="s.box.y + 1" :width="s.box.width - 2" :height="s.box.height - 2" /></g>
        <g aria-hidden="true">
          <text :x="s.box.x + 8" :y="s.box.y + 19" class="mono number">{{ s.space }}</text>
          <text :x="s.box.x + 34" :y="s.box.y + 19" class="quiet">{{ s.blocked ? 'no breaker here' : s.twin ? 'free, takes two halves' : 'free' }}</text>
        </g>
      </g>
      <PanelBreaker
        v-for="b in ordered" :key="b.circuit" :drawn="b" :bus="drawing.bus" @pick="circuitId = b.circuit" @press="press($event, b)" @key="keyed"
        @put="(spot) => lifted && lifted !== b.circuit && put(spot)"
      />
      <rect v-if="ghostBox" v-bind="ghostBox" class="target" />
      <g v-if="wires.length" aria-hidden="true">
        <polyline v-for="(w, i) in wires" :key="i" :points="w.points.map((p) => p.join(',')).join(' ')" class="under" />
        <polyline v-for="(w, i) in wires" :key="`w${i}`" :points="w.points.map((p) => p.join(',')).join(' ')" :class="w.kind" />
      </g>
      <rect v-if="ghost" v-bind="ghost" class="ghost" />
    </svg>
    <figcaption class="narrow"><span role="status">
      <template v-if="lifted">{{ circuits.find((c) => c.id === lifted)?.name || lifted }} is in the hand{{ over ? `, over ${over}` : '' }}: tap a space, or arrows or a number and Space. Esc puts it back.</template>
      <span v-else-if="panel.said.value" class="danger">{{ panel.said.value }}</span>
      <span v-else class="quiet">Drag a breaker, or focus it and press Space. Tap a free space for a new circuit. Dark bar: leg A, light bar: leg B.</span>
    </span></figcaption>
  </figure>
</template>

<style scoped>
.can { margin: 0; padding: 10px 14px 6px; }
svg { display: block; width: 100%; max-width: 680px; max-height: max(440px, calc(100vh - 320px)); margin: 0 auto; touch-action: pan-y; user-select: none; }
.shell { fill: var(--soft); stroke: var(--ink); stroke-width: 2; }
.main { fill: var(--paper); stroke: var(--ink); }
.bus-a { fill: var(--ink); }
.bus-b { fill: var(--paper); stroke: var(--ink); stroke-width: 1.2; }
text { font-family: var(--narrow); font-size: 14px; fill: var(--ink); }
text.mono { font-family: var(--figures); font-size: 12px; }
text.quiet { fill: var(--quiet); }
.strong { font-weight: 600; }
.leg { font-weight: 600; }
.free rect { fill: transparent; stroke: var(--ink); stroke-dasharray: 3 3; stroke-width: 1; }
.free { cursor: pointer; }
.free:hover rect, .free :focus-visible rect { fill: var(--paper); }
.free text { pointer-events: none; }
.free :focus-visible { outline: none; }
.free :focus-visible rect { stroke: var(--good); stroke-width: 2.5; stroke-dasharray: none; }
.blocked rect { fill: var(--bar-off); opacity: 0.5; }
.target { fill: none; stroke: var(--good); stroke-width: 3; pointer-events: none; }
.ghost { fill: var(--ink); opacity: 0.25; pointer-events: none; }
polyline { fill: none; stroke-width: 2.6; stroke-linejoin: round; pointer-events: none; }
.under { stroke: var(--paper); stroke-width: 5; }
.hot { stroke: var(--hot-b); }
.neutral { stroke: var(--quiet); stroke-dasharray: 7 3; }
.ground { stroke: var(--ground-wire); }
figcaption { max-width: 680px; margin: 4px auto 0; font-size: 14.5px; min-height: 1.4em; }
</style>
