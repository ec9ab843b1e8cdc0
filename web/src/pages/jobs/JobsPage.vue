<script setup lang="ts">
import { defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import JobRow from './JobRow.vue'
import type { Shelf } from '@/api/types'
import MenuList from '@/shell/MenuList.vue'
import { useShelf } from '@/stores/shelf'
import FilePick from '@/fields/FilePick.vue'

// Not wanted for the list.
const NewJob = defineAsyncComponent(() => import('./NewJob.vue'))

const shelf = useShelf()
const router = useRouter()
const making = ref(false)
// Once opened it stays: closed by mistake, nothing that was typed is lost.
const begun = ref(false)
watch(making, (now) => (begun.value ||= now))
const SHELVES: { value: Shelf; words: string }[] = [
  { value: 'open', words: 'Open' },
  { value: 'archived', words: 'Archived' },
  { value: 'deleted', words: 'Deleted' },
]

onMounted(() => {
  void shelf.list()
  void shelf.listDemos()
})
watch([() => shelf.shelf, () => shelf.search], () => shelf.list())

async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  const state = await shelf.importFile(file)
  if (state) void router.push({ name: 'span', params: { id: state.id } })
}

async function demo(key: string) {
  const state = await shelf.openDemo(key)
  if (state) void router.push({ name: 'span', params: { id: state.id } })
}
</script>

<template>
  <div class="page">
    <header>
      <h1>Jobs</h1>
      <v-tabs v-model="shelf.shelf" aria-label="Which jobs"><v-tab v-for="each in SHELVES" :key="each.value" :value="each.value">{{ each.words }}</v-tab></v-tabs>
      <v-text-field v-model="shelf.search" class="search" type="search" placeholder="Find a job by name" aria-label="Find a job by name" />
      <span class="gap" />
      <v-btn variant="flat" @click="making = true">New job</v-btn>
      <FilePick words="Import a job file" accept=".json,application/json" @pick="take" />
      <MenuList words="Fresh demo job" :entries="shelf.demos.map((each) => ({ title: each.name, act: () => void demo(each.key) }))" />
    </header>
    <div v-if="shelf.notice.length && !making" class="notice" role="alert">
      <b>{{ shelf.notice[0] }}</b>
      <ul><li v-for="line in shelf.notice.slice(1)" :key="line" class="mono">{{ line }}</li></ul>
    </div>
    <table v-if="shelf.jobs.length">
      <thead class="cap">
        <tr><th>Job</th><th class="number">Places</th><th class="number">Runs</th><th>Last change</th><th><span class="visually-hidden">What to do with it</span></th></tr>
      </thead>
      <tbody><JobRow v-for="job in shelf.jobs" :key="job.id" :job="job" /></tbody>
    </table>
    <p v-if="shelf.jobs.length && shelf.jobs.length < shelf.many" class="more narrow">
      {{ shelf.jobs.length.toLocaleString('en-US') }} of {{ shelf.many.toLocaleString('en-US') }}, the latest changed first
      <v-btn @click="shelf.list(true)">Show more</v-btn>
    </p>
    <div v-if="!shelf.jobs.length && shelf.loaded" class="empty">
      <template v-if="shelf.search"><h2>No job by that name</h2><p class="quiet">Look among the archived ones, or clear the search.</p></template>
      <template v-else-if="shelf.shelf === 'open'">
        <h2>No jobs yet</h2>
        <p>Start with the property as you walk it: what the utility delivers, the house, the building to feed. Its feeder is sized as you enter it.</p>
        <p><v-btn variant="flat" @click="making = true">New job</v-btn></p>
        <p class="quiet">Or size a single run in <router-link to="/quick">Quick check</router-link>, or open a fresh demo job above.</p>
      </template>
      <h2 v-else>Nothing on this shelf</h2>
    </div>
    <NewJob v-if="begun" v-model="making" />
  </div>
</template>

<style scoped>
.page { padding: 18px 24px 40px; max-width: 1180px; }
header { display: flex; flex-wrap: wrap; align-items: center; gap: 10px 14px; margin-bottom: 14px; }
h1 { font-size: 24px; }
.search { width: 200px; flex: none; }
.gap { flex: 1; }
table { width: 100%; border-collapse: collapse; }
th { text-align: left; padding: 4px 12px 4px 0; border-bottom: 1px solid var(--ink); font-size: 13px; }
.number { text-align: right; }
.notice { margin: 10px 0; padding: 8px 12px; background: var(--danger-soft); border-left: 4px solid var(--danger); }
.notice ul { margin: 4px 0 0; padding-left: 18px; font-size: 13px; }
.more { margin: 12px 0; font-size: 16px; }
.empty { padding: 60px 0; max-width: 60ch; }
.empty p { margin: 10px 0; }
@media screen and (max-width: 700px) {
  .page { padding: 12px; }
  thead { display: none; }
  .gap { display: none; }
}
</style>
