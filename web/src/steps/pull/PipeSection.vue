<script setup lang="ts">
import { computed } from 'vue'

import { usePullDesk } from './key'
import FigureButton from '@/figures/FigureButton.vue'
import { written } from '@/figures/write'

const pull = usePullDesk()
const { answer, raceway, instead } = pull
const section = computed(() => answer.value?.section)
const packed = computed(() => section.value?.wires.every((w) => w.x !== null) ?? false)
const later = computed(() => section.value?.wires.some((w) => w.later) ?? false)
const R = 88
const saves = computed(() => {
  const [now, then] = [answer.value?.feed_from_start ? answer.value.from_start : answer.value?.from_end, section.value?.next_tension]
  const [a, b] = [Number(now?.tension.value), Number(then?.value)]
  return a > 0 && b > 0 && then?.value !== null ? Math.round(100 * (1 - b / a)) : null
})
</script>

<template>
  <section v-if="section" class="section" aria-label="Pipe">
    <h2 class="cap">Pipe</h2>
    <div class="both">
      <svg viewBox="-100 -100 200 200" width="136" height="136" role="img" :aria-label="`${section.trade} in ${section.raceway} with ${section.wires.map((w) => `${w.letter} ${w.words}`).join(', ')}`">
        <circle r="94" class="wall" /><circle :r="R" class="bore" />
        <template v-if="packed">
          <g v-for="(w, i) in section.wires" :key="i" :class="[w.later ? 'later' : `wire-${w.letter}`, { beside: w.beside }]">
            <circle :cx="2 * R * w.x!" :cy="-2 * R * w.y!" :r="R * w.diameter" />
            <text v-if="R * w.diameter > 7" :x="2 * R * w.x!" :y="-2 * R * w.y! + 5" text-anchor="middle">{{ w.letter }}</text>
          </g>
        </template>
        <text v-else text-anchor="middle" y="4" class="none">no room</text>
      </svg>
      <dl>
        <dt><b>{{ section.trade }} in {{ raceway }}</b></dt><dd />
        <dt>full</dt><dd><FigureButton :figure="section.fill" title="fill" :places="0" :none="'—'" /> of {{ written(section.fill_limit_pct, '%', 0) }}</dd>
        <template v-if="later"><dt>with what comes later</dt><dd :class="{ danger: Number(section.fill_later.value) > section.fill_limit_later_pct + 1e-9 }"><FigureButton :figure="section.fill_later" title="fill with what comes later" :places="0" /> of {{ written(section.fill_limit_later_pct, '%', 0) }}</dd></template>
        <template v-if="section.jam.value !== null"><dt>jam ratio</dt><dd :class="{ caution: section.may_jam }"><FigureButton :figure="section.jam" title="pipe over wire" :places="2" />{{ section.may_jam ? ': watch it' : '' }}</dd></template>
        <template v-if="section.clearance.value !== null"><dt>over the wires</dt><dd><FigureButton :figure="section.clearance" title="clearance" :places="2" /></dd></template>
        <dt>least that holds</dt><dd>{{ section.least }} in</dd>
        <template v-if="section.next_trade !== section.trade && section.next_tension.value !== null">
          <dt>{{ section.next_trade }} in instead</dt><dd><FigureButton :figure="section.next_tension" title="the next size up" /><template v-if="saves !== null">, {{ saves > 0 ? `${saves} % less` : 'no easier' }}</template></dd>
          <template v-if="instead?.wider.value != null"><dt>dearer by</dt><dd><FigureButton :figure="instead.wider" title="cost of the next size up" /></dd></template>
        </template>
      </dl>
    </div>
    <ul class="key narrow"><li v-for="(w, i) in section.wires.filter((w, j, all) => all.findIndex((o) => o.words === w.words && o.letter === w.letter) === j)" :key="i"><b>{{ w.letter }}</b> {{ w.words }}{{ w.later ? ', later' : '' }}</li></ul>
  </section>
</template>

<style scoped>
.both { display: flex; gap: 12px; align-items: center; flex-wrap: wrap; }
.wall { fill: var(--rule); stroke: var(--ink); }
.bore { fill: var(--paper); stroke: var(--ink); }
g circle { stroke: var(--ink); stroke-width: 1; fill: var(--soft); }
g text { font-family: var(--figures); font-weight: 700; font-size: 13px; fill: var(--ink); }
.wire-A circle { fill: #1d1d1b; }
.wire-A text { fill: #fff; }
.wire-B circle { fill: #b0301c; }
.wire-B text { fill: #fff; }
.wire-N circle { fill: #fff; }
.wire-N text { fill: #1d1d1b; }
.wire-G circle { fill: #2b6a4f; }
.wire-G text { fill: #fff; }
.later circle { fill: none; stroke-dasharray: 3 3; }
.beside circle { opacity: 0.75; }
.none { font-family: var(--narrow); fill: var(--danger); font-size: 18px; }
dl { flex: 1; min-width: 170px; display: grid; grid-template-columns: minmax(92px, 1fr) auto; gap: 3px 8px; margin: 0; }
dt { font-family: var(--narrow); font-size: 15px; color: var(--quiet); }
dt b { color: var(--ink); font-weight: 600; }
dd { margin: 0; text-align: right; font-size: 12px; max-width: 112px; font-family: var(--figures); }
.key { list-style: none; display: flex; flex-wrap: wrap; gap: 2px 14px; margin: 6px 0 0; padding: 0; font-size: 14px; color: var(--quiet); }
</style>
