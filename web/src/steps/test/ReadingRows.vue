<script setup lang="ts">
import { measuredText, VERDICTS } from './readings'
import type { ReadingEntry } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'

/** Readings beside what they should be, each on a scale of its own with the band that it should lie in. */
defineProps<{ entries: readonly ReadingEntry[]; jobId: string }>()
const chosen = defineModel<number | null>('chosen', { required: true })
const emit = defineEmits<{ correct: [entry: ReadingEntry] }>()
// The band takes the middle of the scale; what lies beyond stops at its ends.
const [FROM, TO] = [38, 62]

function place(e: ReadingEntry): number | null {
  const { value, low, high } = e.judged
  if (value === null) return null
  const from = low ?? 0
  const to = high ?? Math.max(2 * from, value, 1e-9)
  return Math.min(98, Math.max(2, FROM + ((value - from) / Math.max(to - from, 1e-9)) * (TO - FROM)))
}
const places = (e: ReadingEntry) => {
  const value = e.judged.expected?.value
  return typeof value !== 'number' || value >= 100 ? 0 : value >= 10 ? 1 : 2
}
/** Asked one way only, or either. */
const bound = (e: ReadingEntry) => (e.judged.high === null ? 'at least' : e.judged.low === null ? 'at most' : '')
const when = (on: string) => on.replace('T', ' ').slice(5)
</script>

<template>
  <table>
    <thead><tr><th>where, what</th><th class="n">expected</th><th class="n">read</th><th class="scale-head">on one scale</th><th class="n">by, when</th></tr></thead>
    <tbody>
      <tr v-for="e in entries" :key="e.measured.number" :class="[e.judged.verdict, { gone: !e.standing, chosen: e.measured.number === chosen }]" @click="chosen = e.measured.number">
        <th class="narrow">
          <v-btn variant="text" :aria-pressed="e.measured.number === chosen">{{ e.words }}</v-btn>
          <span v-if="e.measured.corrects" class="quiet"> corrects no. {{ e.measured.corrects }}</span>
          <a v-if="e.measured.photo" :href="`/api/inspection/${jobId}/photos/${e.measured.photo}`" target="_blank" rel="noopener" @click.stop>photo</a>
          <span v-if="e.ran" class="quiet"> · {{ e.ran }}</span>
          <span v-if="e.measured.note" class="quiet"> · {{ e.measured.note }}</span>
          <span v-if="e.standing && e.judged.wanting" class="quiet"> · {{ e.judged.wanting }}</span>
        </th>
        <td class="n"><span v-if="e.judged.expected && bound(e)" class="narrow quiet bound">{{ bound(e) }}</span><FigureButton v-if="e.judged.expected" :figure="e.judged.expected" :title="`${e.words}, expected`" :places="places(e)" /></td>
        <td class="n mono read">{{ measuredText(e.judged.value, e.unit) }}</td>
        <td class="scale"><svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true"><path d="M0 5H100" class="line" /><rect v-if="e.judged.expected" :x="FROM" y="1.5" :width="TO - FROM" height="7" class="band" /></svg><i v-if="place(e) !== null && e.judged.expected" class="dot" :style="{ left: `${place(e)}%` }" /><span class="visually-hidden">{{ VERDICTS[e.judged.verdict] }}</span></td>
        <td class="n by narrow">{{ e.measured.by }} <span class="mono">{{ when(e.measured.on) }}</span> <v-btn v-if="e.standing" variant="text" class="correct screen-only" :aria-label="`Correct no. ${e.measured.number}`" @click.stop="emit('correct', e)">correct</v-btn></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table { width: 100%; border-collapse: collapse; }
th { text-align: left; font-weight: 500; font-size: 15.5px; }
thead th { font: 400 14.5px var(--narrow); color: var(--quiet); border-bottom: 1px solid var(--ink); padding: 2px 8px 2px 0; }
tbody th, td { border-bottom: 1px solid var(--rule); padding: 3px 8px 3px 0; }
.n { text-align: right; font-size: 13px; white-space: nowrap; }
.bound { margin-right: 5px; }
.read { font-weight: 600; }
.far .read { color: var(--danger); }
.off .read { color: var(--caution); }
.scale { position: relative; width: 22%; min-width: 90px; padding: 0; }
.by { padding-left: 14px; }
.scale svg { display: block; width: 100%; height: 12px; }
.line { stroke: var(--rule); stroke-width: 0.8; }
.band { fill: var(--bar); }
.dot { position: absolute; top: 50%; width: 9px; height: 9px; margin: -5px 0 0 -5px; border-radius: 50%; background: var(--ink); print-color-adjust: exact; }
.far .dot { background: var(--danger); }
.off .dot { background: var(--caution); }
.by { font-size: 14px; color: var(--quiet); }
.by .mono { font-size: 11.5px; }
.correct { text-decoration: underline; text-underline-offset: 3px; }
a { color: var(--ink); }
.gone th, .gone .read { text-decoration: line-through; color: var(--quiet); }
.chosen { background: var(--soft); }
@media screen and (max-width: 700px) {
  table, tbody, tr { display: block; }
  thead { display: none; }
  tr { display: grid; grid-template-columns: 1fr auto; border-bottom: 1px solid var(--rule); padding: 4px 0; }
  tbody th, td { border: 0; padding: 1px 0; }
  th, .scale, .by { grid-column: 1 / 3; width: auto; text-align: left; }
  td:nth-of-type(1)::before { content: 'expected '; color: var(--quiet); font-family: var(--narrow); }
  td:nth-of-type(1) { text-align: left; }
}
</style>
