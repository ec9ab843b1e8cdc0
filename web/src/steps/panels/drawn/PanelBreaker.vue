<script setup lang="ts">
import { computed } from 'vue'

import { usePanelDesk, spaceText, type Spot } from '../usePanel'
import type { DrawnBreaker } from '@/api/types'
import { written } from '@/figures/write'

const props = defineProps<{ drawn: DrawnBreaker; bus: readonly { x: number; width: number }[] }>()
const emit = defineEmits<{
  pick: []
  press: [event: PointerEvent]
  put: [spot: Spot]
  key: [event: KeyboardEvent, from: Spot, id: string, poles: number]
}>()
const panel = usePanelDesk()

const circuit = computed(() => panel.circuits.value.find((c) => c.id === props.drawn.circuit))
const solved = computed(() => panel.solved.value.get(props.drawn.circuit))
const spot = computed<Spot>(() => ({ space: circuit.value?.space ?? 1, half: circuit.value?.half ?? null }))
const small = computed(() => props.drawn.box.height < 20)
const middle = computed(() => props.drawn.box.y + props.drawn.box.height / 2 + (small.value ? 4 : 5))
const left = computed(() => props.drawn.box.x < props.bus[0].x)
const edge = computed(() => (left.value ? props.drawn.box.x + props.drawn.box.width : props.drawn.box.x))
const name = computed(() => circuit.value?.name || solved.value?.says || '')
const room = computed(() => props.drawn.box.width - 34 - 32)
// About 6 units a letter of the narrow face at this size.
const cut = computed(() => (name.value.length * 5.9 > room.value ? `${name.value.slice(0, Math.max(3, Math.floor(room.value / 5.9) - 1)).trimEnd()}…` : name.value))
const spaces = computed(() => (circuit.value?.poles === 2 ? `${spot.value.space} ${spot.value.space + 2}` : `${spot.value.space}`))
const words = computed(() => {
  const s = solved.value
  if (!circuit.value || !s) return ''
  const owed = s.owed.filter((o) => !o.has).map((o) => `${o.guard.toUpperCase()} missing`)
  const parts = [
    `Space ${spaceText(circuit.value)}`, name.value || 'no name', s.breaker_a === null ? 'breaker not known' : `${s.breaker_a} A`, s.leg ? `leg ${s.leg.split('').join(' and ')}` : '',
    written(s.va.value, 'VA', 0), circuit.value.locked ? 'stays put' : '', ...owed, panel.bad.value.has(circuit.value.id) ? 'something here must be fixed' : '',
  ] // prettier-ignore
  return parts.filter(Boolean).join(', ')
})

// Half of the bar that ties two handles, at the edge toward the other one.
const tie = computed(() => {
  const { x, y, width, height } = props.drawn.box
  const partner = panel.circuits.value.find((c) => c.id === circuit.value?.partner)
  const below = (circuit.value?.space ?? 0) < (partner?.space ?? 0)
  return `M${x + width / 2 - 8} ${below ? y + height - 2 : y + 2} h16`
})

function stab(leg: string) {
  const bar = props.bus[leg === 'B' ? 1 : 0]
  return left.value ? bar.x : bar.x + bar.width
}
</script>

<template>
  <g
    v-if="circuit" class="breaker"
    :class="{ here: panel.circuitId.value === circuit.id, bad: panel.bad.value.has(circuit.id), lifted: panel.lifted.value === circuit.id, spare: circuit.use === 'spare', small }"
  >
    <line v-for="([y, leg], i) in drawn.stabs" :key="i" :x1="edge" :y1="y" :x2="stab(leg as string)" :y2="y" :class="leg === 'A' ? 'stab-a' : 'stab-b'" />
    <g
      role="button" tabindex="0" :data-space="spaces" :data-circuit="circuit.id" :aria-label="words" :aria-pressed="panel.circuitId.value === circuit.id"
      @click="panel.lifted.value && panel.lifted.value !== circuit.id ? emit('put', { space: spot.space, half: null }) : emit('pick')"
      @pointerdown="emit('press', $event)" @keydown="emit('key', $event, spot, circuit.id, circuit.poles)"
    ><rect v-bind="drawn.box" /></g>
    <g aria-hidden="true">
      <text :x="drawn.box.x + 8" :y="middle" class="mono number">{{ circuit.space }}{{ circuit.half ?? '' }}</text>
      <text :x="drawn.box.x + 34" :y="middle" :class="{ strong: panel.circuitId.value === circuit.id }">{{ cut }}</text>
      <text :x="drawn.box.x + drawn.box.width - 7" :y="middle" text-anchor="end" class="mono">{{ solved?.breaker_a ?? '—' }}</text>
      <path v-if="circuit.tied && circuit.partner" :d="tie" class="tie" />
      <text v-if="circuit.locked" :x="drawn.box.x + drawn.box.width - 36" :y="middle">▪</text>
    </g>
  </g>
</template>

<style scoped>
.breaker { cursor: grab; }
rect { fill: var(--neutral-wire); stroke: var(--ink); stroke-width: 1; }
.here rect { fill: var(--bar); stroke-width: 2.5; }
.bad .number { fill: var(--danger); font-weight: 600; }
.small text { font-size: 11.5px; }
.lifted rect { stroke-dasharray: 5 3; opacity: 0.7; }
.spare text { fill: var(--quiet); }
.breaker:hover rect { fill: var(--soft); }
.breaker :focus-visible { outline: none; }
.breaker :focus-visible rect { stroke: var(--good); stroke-width: 3; }
text { font-family: var(--narrow); font-size: 14px; fill: var(--ink); pointer-events: none; }
.mono { font-family: var(--figures); font-size: 12px; }
.strong { font-weight: 600; }
.stab-a { stroke: var(--ink); stroke-width: 4; }
.stab-b { stroke: var(--ink); stroke-width: 1.4; }
.tie { stroke: var(--ink); stroke-width: 4; fill: none; pointer-events: none; }
</style>
