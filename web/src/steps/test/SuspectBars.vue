<script setup lang="ts">
import { computed, ref } from 'vue'

import { measuredText, percentText } from './readings'
import type { NextReading, ReadingEntry, ReadingFinding } from '@/api/types'

/** What would explain the readings: a bar for every likely suspect, and what to read next to tell them apart. */
const props = defineProps<{ finding: ReadingFinding; entries: readonly ReadingEntry[]; wrong: readonly ReadingEntry[] }>()
const emit = defineEmits<{ take: [next: NextReading] }>()
const merits = ref(false)
const MOST = 5
const LEAST = 0.005
/** So many readings are set beside what each would have read. */
const SHOWN = 3

const explained = computed(() => props.finding.readings.map((n) => props.entries.find((e) => e.measured.number === n)))
/** The readings that are worth it, by their places: those that are off, else the latest. */
const beside = computed(() => {
  const at = explained.value.flatMap((e, i) => (!props.wrong.length || props.wrong.some((w) => w.measured.number === e?.measured.number) ? [i] : []))
  return at.slice(-SHOWN)
})
const listed = (values: readonly (number | null | undefined)[]) => beside.value.map((i) => measuredText(values[i], explained.value[i]?.unit ?? '')).join(', ')
const left = computed(() => (props.wrong.length ? explained.value.filter((e) => e && props.finding.left.includes(e.measured.number)).slice(-SHOWN) : []))
/** Where all is as it should be, the faults that would have read the same. */
const likely = computed(() => props.finding.suspects.filter((s, i) => (props.finding.standing === 'sound' ? !s.harmless && s.chance >= LEAST : i === 0 || s.chance >= LEAST)).slice(0, MOST))
const alike = computed(() => (props.finding.standing === 'alike' ? props.finding.suspects[0].alike.filter((t) => likely.value.some((s) => s.title === t)) : []))
</script>

<template>
  <section class="explain" aria-label="What would explain it">
    <p v-if="finding.dangers.length" class="danger live" role="alert"><b>Treat as live until it is read and proved dead.</b> {{ finding.dangers.join(' ') }}</p>
    <header><h2 class="cap">{{ finding.heading }}</h2><span class="narrow quiet">the property solved again for each<template v-if="likely.length">; <span class="would">read <span class="mono">{{ listed(explained.map((e) => e?.judged.value)) }}</span></span></template></span></header>
    <p class="narrow">{{ finding.rests }} <v-btn variant="text" class="fit" :aria-expanded="merits" @click="merits = !merits">{{ merits ? 'Hide how well each fits' : 'How well each fits' }}</v-btn></p>
    <p v-if="merits" class="narrow quiet">Misfit: the squares of how far each reading lies from what would be read, in the meter's own deviations, loads and source at their best; where it fits about as many as readings. Weight: how likely it is beside the first, by its misfit, its ohms and how common it is.</p>
    <p v-if="finding.suspects[0]?.supposes.length" class="narrow">By the first, {{ finding.suspects[0].supposes.join('; ') }}. Say what ran if that is not so.</p>
    <p v-if="left.length" class="narrow caution">No one thing explains {{ left.map((e) => `${e?.words}, ${measuredText(e?.judged.value, e?.unit ?? '')}`).join('; ') }}. {{ finding.suspects[0]?.things.length > 1 ? 'Two things at once would, or a slip of the pen' : 'It may be a slip of the pen' }}: read it again before anything is opened.</p>
    <p v-if="finding.standing === 'sound' && likely.length" class="narrow">Not ruled out yet, for it would have read much the same:</p>
    <ol>
      <li v-for="(s, i) in likely" :key="s.key" :class="{ first: finding.standing !== 'sound' && i === 0 }">
        <span class="name narrow">{{ s.title }}</span>
        <span class="bar"><i :style="{ width: `${Math.max(1, 100 * s.chance)}%` }" /><b class="mono">{{ percentText(s.chance) }}</b></span>
        <span class="mono would">would read {{ listed(s.would_read) }}<span v-if="merits" class="merit">misfit {{ Number(s.misfit.toPrecision(2)) }} of {{ s.degrees }} readings{{ s.behind > 0.05 ? `, weight e⁻${s.behind.toFixed(1)}` : ', weight 1' }}</span></span>
      </li>
    </ol>
    <p v-if="alike.length" class="narrow caution">No reading tells the first from: {{ alike.join('; ') }}.</p>
    <p v-if="finding.next" class="next narrow"><b>Read next: {{ finding.next.words }}.</b> It tells “{{ finding.next.tells[0] }}” from “{{ finding.next.tells[1] }}”. <v-btn @click="finding.next && emit('take', finding.next)">Read that</v-btn></p>
    <p v-else class="narrow quiet">No further reading tells more.</p>
  </section>
</template>

<style scoped>
.explain { padding: 10px 14px; border-top: 1px solid var(--rule); }
header { display: flex; justify-content: space-between; gap: 10px; }
ol { list-style: none; margin: 4px 0; padding: 0; }
li { display: grid; grid-template-columns: minmax(180px, 3fr) minmax(120px, 3fr) minmax(150px, 3fr); gap: 10px; align-items: center; padding: 3px 0; }
.name { font-size: 15.5px; }
.first .name { font-weight: 600; }
.bar { display: flex; align-items: center; gap: 6px; font-size: 13px; }
.bar i { height: 14px; min-width: 2px; background: var(--bar); print-color-adjust: exact; }
.bar b { font-weight: 400; white-space: nowrap; }
.first .bar i { background: var(--ink); }
.merit { display: block; }
.fit { border-bottom: 1px solid var(--ink); }
.live { margin: 0 0 6px; padding: 6px 10px; border-left: 4px solid var(--danger); background: var(--danger-soft); }
.would { font-size: 12px; color: var(--quiet); text-align: right; }
p { margin: 4px 0; font-size: 15.5px; }
@media screen and (max-width: 700px) {
  li { grid-template-columns: 1fr; gap: 1px; }
  .would { text-align: left; }
}
</style>
