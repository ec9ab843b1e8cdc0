<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import DeskPanel from './instruments/DeskPanel.vue'
import NewReading from './NewReading.vue'
import PunchList from './PunchList.vue'
import PracticePanel from './instruments/PracticePanel.vue'
import ReadingRows from './ReadingRows.vue'
import { measuredText, percentText, useReadings } from './readings'
import SuspectBars from './SuspectBars.vue'
import TestTabs from './TestTabs.vue'
import TracePanel from './instruments/TracePanel.vue'
import { Refused } from '@/api/client'
import type { NextReading, ReadingEntry, ReadingsKept } from '@/api/types'
import DrawnPaper from '@/figures/DrawnPaper.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'
import FilePick from '@/fields/FilePick.vue'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const view = useView()
const practice = ref('')
watch(() => props.id, (id) => {
  practice.value = ''
  void desk.open(id)
}, { immediate: true })
const { found, trouble, mine, drop, log, csv } = useReadings(desk, practice)
const chosen = ref<number | null>(null)
const wanted = ref<NextReading | null>(null)
const corrected = ref<ReadingEntry | null>(null)
const kept = ref<ReadingsKept | null>(null)
const fileTrouble = ref('')

const entries = computed(() => [...(found.value?.readings ?? [])].reverse())
const curves = computed(() => entries.value.filter((e) => e.drawn && e.standing))
const shown = computed(() => curves.value.find((e) => e.measured.number === chosen.value) ?? curves.value[0] ?? null)
const wrong = computed(() => entries.value.filter((e) => e.standing && ['off', 'far'].includes(e.judged.verdict) && found.value?.finding?.readings.includes(e.measured.number)))
/** What the readings point to; nothing where they point to nothing yet. */
const told = computed(() => (found.value?.finding?.readings.length && found.value.finding.standing !== 'unread' ? found.value.finding : null))
const stations = computed(() => desk.job?.stations.filter((s) => s.kind !== 'utility') ?? [])
const runs = computed(() => new Map((desk.job?.runs ?? []).map((r) => [r.id, desk.job?.stations.find((s) => s.id === r.to_station)?.name ?? r.to_station])))
const length = computed(() => (desk.job?.units === 'metric' ? 'm' : 'ft'))

function toForm() {
  document.querySelector('[aria-label="New reading"]')?.scrollIntoView()
}
function take(next: NextReading) {
  wanted.value = { ...next }
  toForm()
  document.querySelector<HTMLElement>('[aria-label="New reading"] [aria-label="Read"]')?.focus()
}
async function read(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  fileTrouble.value = ''
  kept.value = null
  if (!file) return
  try {
    kept.value = await csv(file)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    fileTrouble.value = error.problems[0]?.words ?? error.message
  } finally {
    input.value = ''
  }
}
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs without-left tall-right middle-first>
    <template #over><TestTabs :id="id" /></template>
    <div class="test">
      <p v-if="trouble" class="danger pad" role="alert">{{ trouble }}</p>
      <section class="pad" aria-label="Readings">
        <header><h2 class="cap">Readings<template v-if="practice"> of this round of practice</template></h2><span v-if="found && found.many > entries.length" class="narrow quiet">the latest {{ entries.length }} of {{ found.many.toLocaleString('en-US') }}; all are in the CSV</span><v-btn variant="flat" class="to-form" @click="toForm">New reading</v-btn></header>
        <ul v-if="mine.length" class="narrow waits"><li v-for="w in mine" :key="w.key" class="caution">{{ measuredText(w.body.body.value ?? null, '') }} {{ w.body.body.what }}: {{ w.refused ? `refused: ${w.refused}` : 'kept here, not sent yet' }} <v-btn v-if="w.refused" variant="text" @click="drop(w.key)">Remove</v-btn></li></ul>
        <ReadingRows v-if="entries.length" v-model:chosen="chosen" :entries="entries" :job-id="id" @correct="corrected = $event" />
        <div v-else-if="found" class="empty narrow">
          <p>Nothing is measured yet. Choose at the right what is read, type what the meter says: it is held against this job at once.</p>
          <p v-if="found.finding?.next">The reading that tells most to begin with: <b>{{ found.finding.next.words }}.</b> <v-btn @click="take(found.finding.next)">Read that</v-btn></p>
        </div>
      </section>
      <SuspectBars v-if="found?.finding && found.finding.readings.length" :finding="found.finding" :entries="found.readings" :wrong="wrong" @take="take" />
      <section v-if="found?.drops?.length || found?.again?.length" class="pad more" aria-label="Drop and torque">
        <template v-if="found.drops?.length">
          <h2 class="cap">What a load dropped</h2>
          <p v-for="d in found.drops" :key="d.readings.join()" class="narrow">To {{ runs.get(d.run) }}: {{ measuredText(d.measured_v, 'V') }} measured, {{ measuredText(d.computed_v, 'V') }} computed for {{ measuredText(d.length, length) }} of wire; <b>{{ d.low == null || d.high == null ? 'that tells no length' : `as wire of ${measuredText(d.low, '')} to ${measuredText(d.high, length)} would` }}</b>: {{ d.words }}.</p>
        </template>
        <p v-if="found.again?.length" class="narrow caution">House rule: to be tightened once more on another day: {{ found.again.join('; ') }}.</p>
      </section>
      <section v-if="shown?.drawn" class="pad curve" aria-label="Fall of potential">
        <h2 class="cap">Fall of potential</h2>
        <DrawnPaper :sheet="shown.drawn" />
      </section>
    </div>
    <template #right>
      <WorkingPanel v-if="view.working" />
      <NewReading v-if="found" v-model:wanted="wanted" v-model:corrected="corrected" class="screen-only" :practice="practice" :readable="found.readable" :stations="stations" :length="length" :log="log" />
      <section v-if="told" class="finding" :class="{ harmless: told.standing === 'sound' }" aria-label="Finding">
        <h2 class="cap" :class="{ danger: told.standing !== 'sound' }">{{ told.heading }}</h2>
        <template v-if="told.standing === 'sound'">
          <p>{{ told.rests }}</p>
          <p v-if="told.suspects[0].supposes.length">Only if {{ told.suspects[0].supposes.join('; ') }}.</p>
        </template>
        <template v-else>
          <p><b>{{ told.suspects[0].title }}</b>, {{ percentText(told.suspects[0].chance) }}. {{ told.suspects[0].does }}</p>
          <p v-if="told.standing === 'alike'">No reading tells it from: {{ told.suspects[0].alike.join('; ') }}.</p>
          <p v-if="told.suspects[0].section" class="mono cite">{{ told.suspects[0].section }}</p>
        </template>
        <p v-if="told.standing !== 'sound'" class="narrow">Nothing is opened on the word of a screen: off, locked, proved dead, then looked at.</p>
      </section>
      <PunchList />
      <TracePanel class="screen-only" />
      <PracticePanel v-model="practice" class="screen-only" />
      <section class="screen-only files" aria-label="Files">
        <h2 class="cap">Readings as a file</h2>
        <p class="narrow">Columns what, at, part, value, by, when. <a :href="`/api/readings/${id}/readings.csv?practice=${practice}`" download>CSV of all</a></p>
        <FilePick words="Take in a CSV" accept=".csv,text/csv" @pick="read" />
        <p v-if="fileTrouble" class="danger narrow" role="alert">{{ fileTrouble }}</p>
        <div v-if="kept" class="narrow" role="status">{{ kept.kept.toLocaleString('en-US') }} readings are in.<ul v-if="kept.broken.length"><li v-for="b in kept.broken" :key="b.line">Line {{ b.line }}: {{ b.words }}</li></ul></div>
      </section>
      <DeskPanel v-if="desk.practice" class="screen-only" />
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.pad { padding: 8px 14px; }
.files { margin-bottom: 16px; }
header { display: flex; justify-content: space-between; gap: 10px; }
.curve, .more { border-top: 1px solid var(--rule); }
.curve :deep(.paper) { max-width: 760px; }
.empty { font-size: 16px; padding: 24px 0; }
.finding { padding: 8px 10px; margin-bottom: 16px; border-left: 4px solid var(--danger); background: var(--danger-soft); }
.finding.harmless { border-color: var(--rule); background: var(--soft); }
.finding p { margin: 3px 0; }
.cite { font-size: 12px; }
section p { margin: 3px 0; font-size: 15px; }
.waits { list-style: none; padding: 0; margin: 2px 0; }
a { color: var(--ink); }
/* Where the form stands below what was read, a button leads to it. */
.to-form { display: none; }
@media screen and (max-width: 1000px) {
  .to-form { display: inline-flex; }
}
</style>
