<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'

import { usePanelDesk } from '../usePanel'
import { answered, api, Refused } from '@/api/client'
import type { PanelBalance } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'
import { counted, written } from '@/figures/write'
import { onKey } from '@/shell/keyed/keys'

const panel = usePanelDesk()
const { desk, answer, station } = panel
const found = ref<PanelBalance | null>(null)
const looking = ref(false)
const notice = ref('')
// The first look is short; where the proof takes longer the best so far is shown, and the look goes on.
const SECONDS = [1, 8, 20]
let asked = 0

const legs = computed(() => answer.value?.legs ?? [])
const heavier = computed(() => Math.max(...legs.value.map((l) => Number(l.va.value ?? 0)), 1))
// Full tilt is a leg that carries nothing.
const tilt = computed(() => {
  const [a, b] = legs.value.map((l) => Number(l.va.value ?? 0))
  return legs.value.length < 2 ? 0 : ((a - b) / heavier.value) * 14
})
const ends = computed(() => {
  const turn = (tilt.value * Math.PI) / 180
  return { left: 46 + 230 * Math.sin(turn), right: 46 - 230 * Math.sin(turn) }
})

// What was found holds for the job it was found in; the same job fetched again takes nothing away.
watch([() => desk.key, () => station.value?.id], () => {
  found.value = null
  notice.value = ''
  asked += 1
  looking.value = false
})

async function balance() {
  if (!desk.job || !station.value) return
  const call = ++asked
  looking.value = true
  notice.value = ''
  try {
    for (const seconds of SECONDS) {
      const body = { job: desk.job, station: station.value.id, seconds }
      const best = (await answered(api.POST('/api/panels/balance', { body }))).balance
      if (call !== asked) return
      if (best) found.value = best
      if (best?.proved || best?.trouble) break
    }
    if (!found.value) notice.value = 'No better layout was found in half a minute.'
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    notice.value = error.message
  } finally {
    if (call === asked) looking.value = false
  }
}

let unbind: () => void
onMounted(() => (unbind = onKey('b', () => void balance())))
onBeforeUnmount(() => unbind())
</script>

<template>
  <section v-if="answer" class="beam" aria-label="Balance">
    <h2 class="cap">Balance</h2>
    <svg class="scale" viewBox="0 0 620 92" role="img" :aria-label="legs.map((l) => `leg ${l.leg} ${written(l.amps.value, 'A')}`).join(', ')">
      <path d="M310 40 l-17 38 h34 z" class="solid" />
      <line x1="250" y1="80" x2="370" y2="80" class="thin" />
      <template v-if="legs.length === 2">
        <line x1="80" :y1="ends.left" x2="540" :y2="ends.right" class="arm" />
        <line x1="80" :y1="ends.left" x2="80" :y2="ends.left + 12" class="thin" />
        <line x1="540" :y1="ends.right" x2="540" :y2="ends.right + 12" class="thin" />
        <g v-for="(l, i) in legs" :key="l.leg" :transform="`translate(${i ? 540 : 80} ${(i ? ends.right : ends.left) + 12})`">
          <rect x="-74" y="0" width="148" height="22" :class="i ? 'hollow' : 'solid'" />
          <text y="16" text-anchor="middle" :class="{ onInk: !i }">leg {{ l.leg }} {{ written(l.amps.value, 'A', 0) }}</text>
        </g>
      </template>
    </svg>
    <p class="apart narrow" :class="{ caution: Number(answer.apart_pct.value ?? 0) > 10 }">
      <template v-if="legs.length === 2">
        <FigureButton :figure="answer.apart_amps" title="legs apart" :places="0" /> · <FigureButton :figure="answer.apart" title="legs apart" :places="0" /> apart,
        <FigureButton :figure="answer.apart_pct" title="legs apart, of the bus" :places="1" /> of the bus
        <span class="quiet legs"><span v-for="l in legs" :key="l.leg">{{ l.leg }} <FigureButton :figure="l.va" :title="`leg ${l.leg}`" :places="0" /></span></span>
      </template>
      <template v-else>Fed on one leg: nothing to balance.</template>
    </p>
    <div class="act">
      <v-btn variant="flat" :disabled="looking && !found" @click="balance">{{ looking ? 'Balancing…' : 'Balance' }} <kbd>b</kbd></v-btn>
      <v-btn v-if="found?.fix" class="make" @click="panel.apply(found.fix)">Make {{ found.moves.length === 1 ? 'this move' : 'these moves' }}</v-btn>
      <div v-if="found" role="status" class="found">
        <p v-if="found.trouble" class="danger">{{ found.trouble }}</p>
        <template v-else>
          <p class="narrow">
            <b>{{ found.moves.length ? counted(found.moves.length, 'move') : 'As good as it gets' }}</b>, {{ written(found.apart_va, 'VA', 0) }} apart<template v-if="!found.proved"> so far; {{ written(found.least_va, 'VA', 0) }} may still be open</template>
          </p>
          <p v-if="found.moves.length" class="moves narrow"><span v-for="m in found.moves" :key="m.circuit"><b class="mono">{{ m.at || 'new' }}→{{ m.to }}</b> {{ m.says }}</span></p>
        </template>
      </div>
      <p v-if="notice" class="danger" role="alert">{{ notice }}</p>
    </div>
  </section>
</template>

<style scoped>
.beam { display: grid; grid-template: auto auto / 64px minmax(0, 1fr) minmax(230px, 330px); gap: 0 14px; padding: 8px 14px 6px; align-items: start; }
.scale { grid-row: 1; grid-column: 2; width: 100%; max-height: 88px; overflow: visible; }
.apart { grid-row: 2; grid-column: 2; margin: 2px 0 0; text-align: center; font-size: 15.5px; }
.apart :deep(.figure) { font-size: 13px; margin: 0 1px; }
.legs span { margin-left: 10px; white-space: nowrap; }
.act { grid-row: 1 / 3; grid-column: 3; max-height: 118px; overflow-y: auto; }
.found { margin-top: 4px; }
.found p { margin: 2px 0; font-size: 15px; }
.moves { display: flex; flex-wrap: wrap; gap: 0 10px; line-height: 1.2; }
.found .moves { font-size: 14px; }
.moves .mono { font-size: 12.5px; }
.make { margin-left: 6px; }
.solid { fill: var(--ink); }
.hollow { fill: var(--soft); stroke: var(--ink); stroke-width: 1.2; }
.arm { stroke: var(--ink); stroke-width: 3; }
.thin { stroke: var(--ink); stroke-width: 1.2; }
text { font-family: var(--narrow); font-weight: 600; font-size: 16px; fill: var(--ink); }
.onInk { fill: var(--paper); }
.v-btn--variant-flat kbd { color: inherit; opacity: 0.7; }
@media (prefers-reduced-motion: no-preference) { .arm, g { transition: all 0.25s; } }
@media screen and (max-width: 700px) {
  .beam { grid-template: none / minmax(0, 1fr); }
  .scale, .apart, .act { grid-row: auto; grid-column: 1; }
  .act { max-height: none; }
}
</style>
