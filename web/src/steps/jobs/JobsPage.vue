<script setup lang="ts">
import { onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'

import JobRow from './JobRow.vue'
import NewJob from './NewJob.vue'
import type { Shelf } from '@/api/types'
import MenuList from '@/shell/MenuList.vue'
import { useShelf } from '@/stores/shelf'

const shelf = useShelf()
const router = useRouter()
const making = ref(false)
const picker = useTemplateRef<HTMLInputElement>('picker')
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
      <div class="shelves" role="tablist">
        <button
          v-for="each in SHELVES" :key="each.value" class="plain narrow" role="tab" :aria-selected="shelf.shelf === each.value"
          @click="shelf.shelf = each.value"
        >{{ each.words }}</button>
      </div>
      <input v-model="shelf.search" class="search" type="search" placeholder="Find a job by name" aria-label="Find a job by name" />
      <span class="gap" />
      <button class="ink-button solid" @click="making = true">New job</button>
      <button class="ink-button" @click="picker?.click()">Import a job file</button>
      <input ref="picker" class="visually-hidden" type="file" accept=".json,application/json" aria-label="Job file" tabindex="-1" @change="take" />
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
    <div v-else-if="shelf.loaded" class="empty">
      <template v-if="shelf.search"><h2>No job by that name</h2><p class="quiet">Look among the archived ones, or clear the search.</p></template>
      <template v-else-if="shelf.shelf === 'open'">
        <h2>No jobs yet</h2>
        <p>Start with the property as you walk it: what the utility delivers, the house, the building to feed. Its feeder is sized as you enter it.</p>
        <p><button class="ink-button solid" @click="making = true">New job</button></p>
        <p class="quiet">Or size a single run in <router-link to="/quick">Quick check</router-link>, or open a fresh demo job above.</p>
      </template>
      <h2 v-else>Nothing on this shelf</h2>
    </div>
    <NewJob v-model="making" />
  </div>
</template>

<style scoped>
.page { padding: 18px 24px 40px; max-width: 1180px; }
header { display: flex; flex-wrap: wrap; align-items: center; gap: 10px 14px; margin-bottom: 14px; }
h1 { font-size: 24px; }
.shelves { display: flex; gap: 12px; font-size: 16px; }
.shelves button { padding-bottom: 2px; border-bottom: 2px solid transparent; }
.shelves button[aria-selected='true'] { border-color: var(--ink); font-weight: 600; }
.search { width: 190px; padding: 4px 8px; border: 1px solid var(--rule); background: none; color: var(--ink); font: 14px var(--words); }
.search::placeholder { color: var(--quiet); }
.gap { flex: 1; }
table { width: 100%; border-collapse: collapse; }
th { text-align: left; padding: 4px 12px 4px 0; border-bottom: 1px solid var(--ink); font-size: 13px; }
.number { text-align: right; }
.notice { margin: 10px 0; padding: 8px 12px; background: var(--danger-soft); border-left: 4px solid var(--danger); }
.notice ul { margin: 4px 0 0; padding-left: 18px; font-size: 13px; }
.empty { padding: 60px 0; max-width: 60ch; }
.empty p { margin: 10px 0; }
@media screen and (max-width: 700px) {
  .page { padding: 12px; }
  thead { display: none; }
  .gap { display: none; }
}
</style>
