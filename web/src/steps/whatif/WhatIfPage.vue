<script setup lang="ts">
import { computed, watch } from 'vue'

import LeastDesk from './LeastDesk.vue'
import VariantEditor from './VariantEditor.vue'
import { answered, api } from '@/api/client'
import type { PatchStep, Variant } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import NextLine from '@/shell/NextLine.vue'
import NoJob from '@/shell/NoJob.vue'
import SaveNotice from '@/shell/SaveNotice.vue'
import { freshId } from '@/pages/jobs/building'
import { ELSEWHERE } from '@/fields/choices'
import { useAsked } from '@/stores/sent/asking'
import { useDesk } from '@/stores/desk'
import { term, titled } from '@/stores/words'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const { found, trouble, asking } = useAsked(desk, async (body) => (await answered(api.POST('/api/solve/what-if', { body }))).what_if)
const MOST = 4

watch(() => props.id, (id) => desk.open(id), { immediate: true })

const variants = computed(() => desk.job?.variants ?? [])
const names = computed(() => {
  const job = desk.job
  const stations = new Map(job?.stations.map((s) => [s.id, s.name]))
  return new Map(job?.runs.map((r) => [r.id, `${stations.get(r.from_station)} → ${stations.get(r.to_station)}`]))
})
const groups = computed(() => {
  const rows = found.value?.rows ?? []
  const keys = [...new Set(rows.map((r) => r.run))]
  return keys.map((run) => ({ run, title: run === null ? 'The whole job' : (names.value.get(run) ?? run), rows: rows.filter((r) => r.run === run) }))
})

function add(...parts: Partial<Variant>[]) {
  const taken = variants.value.map((v) => v.id)
  const patch: PatchStep[] = parts.slice(0, MOST - taken.length).map((part) => {
    const id = freshId(part.name ?? 'variant', taken)
    taken.push(id)
    return { op: 'add', path: '/variants/-', value: { id, name: 'Variant', run: null, metal: null, breaker_a: null, pipe_up: false, system: null, ...part } }
  })
  void desk.edit(patch)
}

/** The longest run at the voltages it could be fed with, through transformers where needed. */
function addVoltages() {
  const run = [...(desk.job?.runs ?? [])].filter((r) => r.use !== 'service').sort((a, b) => b.cable.length - a.cable.length)[0]
  if (!run) return
  const systems = ELSEWHERE.map((c) => c.value).filter((s) => s !== run.system)
  add(...systems.map((system) => ({ name: `${Number.parseInt(system)} V to ${names.value.get(run.id)?.split(' → ')[1]}`, run: run.id, system })))
}
</script>

<template>
  <section v-if="desk.job && desk.solution" class="page">
    <div class="sheet">
      <NextLine :desk="desk" class="line" />
      <header>
        <h2>What if</h2>
        <span class="narrow quiet">Up to four other ways to build it. Only what differs is shown.</span>
        <span class="gap" />
        <v-btn :disabled="variants.length >= MOST" @click="add({ name: 'All copper', metal: 'cu' })">Copper</v-btn>
        <v-btn :disabled="variants.length >= MOST" @click="add({ name: 'All aluminium', metal: 'al' })">Aluminium</v-btn>
        <v-btn :disabled="variants.length >= MOST" @click="add({ name: `One ${term('raceway')} size up`, pipe_up: true })">{{ titled('raceway') }} up</v-btn>
        <v-btn :disabled="variants.length >= MOST" title="The longest run at 120, 240 and 480 V, through transformers" @click="addVoltages">Other voltages</v-btn>
        <v-btn variant="flat" :disabled="variants.length >= MOST" @click="add({})">Add a variant</v-btn>
      </header>
      <LeastDesk :names="names" />
      <SaveNotice :desk="desk" />
      <p v-if="trouble && !desk.notice" class="danger" role="alert">{{ trouble }}</p>
      <div v-if="!variants.length" class="empty">
        <h3>Nothing to hold against it yet</h3>
        <p>Start with one of the buttons above: the same job in copper, with a larger {{ term('device') }}, with {{ term('raceway') }} to spare, or its long run at 480 V.</p>
      </div>
      <table v-else-if="found">
        <thead>
          <tr>
            <th><span class="visually-hidden">Figure</span></th>
            <th>As it stands</th>
            <th v-for="(v, i) in variants" :key="v.id"><VariantEditor :variant="v" :at="i" :names="names" :take="found.columns.find((c) => c.id === v.id)?.take ?? null" :trouble="found.columns.find((c) => c.id === v.id)?.trouble ?? ''" /></th>
          </tr>
        </thead>
        <tbody v-for="g in groups" :key="g.run ?? ''">
          <tr class="group"><th :colspan="variants.length + 2" class="cap">{{ g.title }}</th></tr>
          <tr v-for="row in g.rows" :key="row.name">
            <th class="narrow">{{ row.name }}</th>
            <td v-for="(cell, i) in row.cells" :key="i" :class="{ same: i > 0 && cell.value === row.cells[0].value }">
              <FigureButton :figure="cell" :title="`${row.name}, ${found.columns[i]?.name}`" />
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="variants.length && asking" class="quiet" role="status">Working it out…</p>
      <p v-else-if="variants.length && found && !found.rows.length" class="quiet">The variants come out alike.</p>
    </div>
    <aside><WorkingPanel /></aside>
  </section>
  <NoJob v-else />
</template>

<style scoped>
.page { display: grid; grid-template-columns: minmax(0, 1fr) 276px; height: 100%; }
.sheet { padding: 10px 16px 24px; overflow: auto; min-width: 0; }
.line { margin: -10px -16px 8px; padding-left: 16px; }
aside { border-left: 1px solid var(--rule); padding: 10px 12px 16px 14px; overflow-y: auto; }
header { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 10px; margin-bottom: 10px; }
h2 { font-size: 20px; }
.gap { flex: 1; }
.empty { padding: 40px 20px; text-align: center; }
table { width: 100%; border-collapse: collapse; }
th { text-align: left; font-weight: 500; vertical-align: top; padding: 3px 12px 3px 0; }
thead th { border-bottom: 1px solid var(--ink); font-weight: 600; min-width: 130px; }
thead th:first-child { min-width: 90px; }
tbody th.narrow { font-size: 15px; color: var(--quiet); white-space: nowrap; }
td { border-bottom: 1px solid var(--rule); padding: 3px 12px 3px 0; font-size: 13px; }
td :deep(.figure) { white-space: normal; }
td.same { opacity: 0.5; }
.group th { padding-top: 12px; border-bottom: 1px solid var(--rule); }
@media screen and (max-width: 1000px) {
  .page { grid-template-columns: minmax(0, 1fr); height: auto; }
}
</style>
