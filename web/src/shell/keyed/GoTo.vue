<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { PAGES, stepName, STEPS } from '../steps'
import { api } from '@/api/client'
import type { JobSummary, Station } from '@/api/types'
import { counted } from '@/figures/write'
import { useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'
import { list, words as vocabulary } from '@/stores/words'

// Said in a question, and no part of what is looked for.
const SMALL = new Set(['how', 'what', 'where', 'is', 'the', 'a', 'of', 'to', 'do', 'i', 'my'])

interface Target {
  title: string
  also?: string
  kind: string
  go: () => void
}

const view = useView()
const desk = useDesk()
const router = useRouter()
const wanted = ref('')
const at = ref(0)
const jobs = ref<JobSummary[]>([])
const kindOf = (kind: Station['kind']) => list<Station['kind']>('station_kinds').find((c) => c.value === kind)?.words ?? kind

onMounted(async () => {
  // The library gives a role that it is told to the frame round its field; it is the field's own.
  document.querySelector('.go-to input')?.setAttribute('role', 'combobox')
  const answer = await api.GET('/api/jobs', { params: { query: {} } })
  jobs.value = answer.data?.jobs ?? []
})
watch(wanted, () => (at.value = 0))

function stepKind(route: string): string {
  const step = STEPS.find((s) => s.route === route)
  return step ? stepName(step) : 'page'
}

const targets = computed<Target[]>(() => {
  const found: Target[] = []
  const job = desk.job
  const id = desk.id
  if (job && id) {
    const toSpan = () => router.push({ name: 'span', params: { id } })
    for (const each of vocabulary.value?.sought ?? []) {
      found.push({ title: each.title, also: each.words, kind: stepKind(each.step), go: () => router.push({ name: each.step, params: { id }, query: each.tab ? { tab: each.tab } : {} }) })
    }
    for (const step of STEPS) found.push({ title: stepName(step), kind: 'step', go: () => router.push({ name: step.route, params: { id } }) })
    const names = new Map(job.stations.map((s) => [s.id, s.name]))
    for (const run of job.runs) {
      const title = `${names.get(run.from_station)} → ${names.get(run.to_station)}`
      found.push({ title, kind: 'run', go: () => (desk.selectRun(run.id), toSpan()) })
    }
    for (const station of job.stations) {
      found.push({ title: station.name, kind: kindOf(station.kind), go: () => (desk.selectStation(station.id), toSpan()) })
    }
  }
  for (const page of PAGES) found.push({ title: page.name, kind: 'page', go: () => router.push({ name: page.route }) })
  for (const each of jobs.value) {
    found.push({ title: each.name, kind: 'job', go: () => router.push({ name: 'span', params: { id: each.id } }) })
  }
  const words = wanted.value.toLowerCase().split(/\s+/).filter((word) => word && !SMALL.has(word))
  const fits = (t: Target) => words.every((word) => t.title.toLowerCase().includes(word) || ` ${t.also ?? ''}`.includes(` ${word}`))
  // What is called so comes before what only answers to it; with nothing typed the steps come first.
  const named = (t: Target) => (words.length ? !words.every((word) => t.title.toLowerCase().includes(word)) : Boolean(t.also))
  return found.filter(fits).sort((one, other) => Number(named(one)) - Number(named(other))).slice(0, 12)
})

function take(target: Target | undefined) {
  if (!target) return
  view.palette = false
  target.go()
}

function move(by: number) {
  at.value = (at.value + by + targets.value.length) % Math.max(1, targets.value.length)
}
</script>

<template>
  <v-dialog v-model="view.palette" aria-label="Go to" max-width="520">
    <v-card class="card go-to">
      <v-text-field
        v-model="wanted"
        autofocus
        label="Go to a step, run, panel or job, or ask: how deep, rod, breaker"
        aria-autocomplete="list"
        aria-expanded="true"
        aria-controls="places-to-go"
        :aria-activedescendant="targets.length ? `place-${at}` : undefined"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
        @keydown.enter="take(targets[at])"
      />
      <p class="visually-hidden" role="status">{{ counted(targets.length, 'choice') }}</p>
      <ul id="places-to-go" role="listbox" aria-label="Places to go">
        <li
          v-for="(target, i) in targets"
          :id="`place-${i}`"
          :key="target.kind + target.title + i"
          role="option"
          :aria-selected="i === at"
          :class="{ at: i === at }"
          @click="take(target)"
        >
          <span>{{ target.title }}</span>
          <span class="narrow kind">{{ target.kind }}</span>
        </li>
      </ul>
      <p v-if="!targets.length" class="quiet">Nothing answers to that here: try one word of it.</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card { padding: 14px; }
ul { list-style: none; margin: 8px 0 0; padding: 0; }
li { display: flex; justify-content: space-between; padding: 6px 10px; cursor: pointer; }
li:hover { background: var(--soft); }
.at, .at:hover { background: var(--ink); color: var(--paper); }
.kind { color: var(--quiet); }
.at .kind, .at:hover .kind { color: inherit; }
</style>
