<script setup lang="ts">
import { computed, ref } from 'vue'

import { usePullDesk } from '../key'
import { answered, api } from '@/api/client'
import type { JobCuts } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'
import { written } from '@/figures/write'
import { SHEETS } from '@/steps/panels/lists'
import { useAsked } from '@/stores/sent/asking'
import { useUnits } from '@/stores/units'

const pull = usePullDesk()
const { desk } = pull
const units = useUnits()
const all = ref(false)
const sheet = ref('letter-30')
const { found, trouble } = useAsked(desk, async (body) => (await answered(api.POST('/api/cuts', { body }))).cuts)

const shown = computed(() => (found.value?.spools ?? []).filter((s) => all.value || s.pieces.some((p) => p.run === desk.selectedRun)))
const longest = computed(() => Math.max(...shown.value.map((s) => s.length), 1))
const unit = computed(() => units.value.length.sign)
const LIGHT = new Set(['white', 'bare', 'sheath'])
const INKS: Record<string, string> = { black: '#1d1d1b', red: '#b0301c', blue: '#2a4f8f', white: '#ffffff', green: '#2b6a4f', bare: '#c08a3e', sheath: '#d9d4c8' }

function width(length: number): string {
  return `${(100 * length) / longest.value}%`
}
function words(spool: JobCuts['spools'][number], at: number): string {
  const p = spool.pieces[at]
  return `${p.run === desk.selectedRun ? '' : `${p.end} `}${p.letter ? `${p.letter} ` : ''}${written(p.length, unit.value, 0)}${p.marked ? `, mark ${p.marked}` : ''}`
}
</script>

<template>
  <section v-if="found?.spools.length || found?.missing.length || trouble" class="cut" aria-label="Cut">
    <div class="head">
      <h2 class="cap">Cut</h2>
      <v-checkbox-btn v-model="all" class="narrow" label="the whole job" />
      <span v-if="found" class="narrow quiet">wire of the whole job <FigureButton :figure="found.cost" title="wire to buy" none="cannot all be had" />{{ found.proved ? '' : ', the best found' }}</span>
      <span v-if="desk.id" class="narrow"><a :href="`/api/cuts/${desk.id}/labels.pdf?sheet=${sheet}`" download>Labels, PDF</a> <v-select v-model="sheet" aria-label="Sheet of labels" :items="SHEETS" /></span>
    </div>
    <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
    <p v-if="found?.missing.length" class="danger">No spool is long enough for {{ found.missing.join(', ') }}, and it is not sold by the foot.</p>
    <ul>
      <li v-for="(s, i) in shown" :key="i">
        <span class="narrow name">{{ s.in_van ? 'van: ' : '' }}{{ s.name }}</span>
        <span class="bar" :style="{ width: width(s.length) }">
          <span v-for="(p, at) in s.pieces" :key="at" class="piece mono" :class="{ other: p.run !== desk.selectedRun, dark: !LIGHT.has(s.colour) }" :style="{ width: `${(100 * p.length) / s.length}%`, background: INKS[s.colour] ?? 'var(--soft)' }" :title="words(s, at)">{{ words(s, at) }}</span>
        </span>
        <span class="mono left">{{ s.ordered ? 'cut to order' : `${written(s.left, unit, 0)} left` }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.cut { padding: 8px 14px 10px; border-top: 1px solid var(--rule); }
.head { display: flex; flex-wrap: wrap; gap: 4px 16px; align-items: baseline; }
a { color: var(--ink); }
.v-select { display: inline-grid; width: 170px; }
ul { list-style: none; margin: 6px 0 0; padding: 0; display: grid; gap: 5px; }
li { display: grid; grid-template-columns: 170px minmax(0, 1fr) 92px; gap: 10px; align-items: center; }
.name { font-size: 15px; line-height: 1.1; }
.bar { display: flex; height: 20px; border: 1px solid var(--ink); background: none; }
.piece { font-size: 11.5px; line-height: 18px; padding-left: 4px; overflow: hidden; white-space: nowrap; border-right: 1px solid var(--ink); color: #1d1d1b; }
.piece.dark { color: #fff; }
.other { opacity: 0.62; }
.left { font-size: 12px; color: var(--quiet); }
.head .quiet { font-size: 15px; }
@media screen and (max-width: 700px) { li { grid-template-columns: minmax(0, 1fr) auto; } .bar { grid-column: 1 / 3; grid-row: 2; } }
</style>
