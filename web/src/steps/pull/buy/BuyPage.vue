<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import CostBar from './CostBar.vue'
import MaterialTable from './MaterialTable.vue'
import PullTabs from '../PullTabs.vue'
import { answered, api } from '@/api/client'
import FigureButton from '@/figures/FigureButton.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { counted } from '@/figures/write'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { useAsked } from '@/stores/sent/asking'
import { useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const view = useView()
const still = ref(false)
const working = useTemplateRef<HTMLElement>('working')
watch(() => props.id, (id) => desk.open(id), { immediate: true })
const { found, trouble } = useAsked(desk, async (body) => (await answered(api.POST('/api/materials', { body }))).materials)

const parts = computed(() => (found.value?.without_price.steps ?? []).slice(0, -1).map((s) => ({ name: s.what, cost: Number(s.value) })))
const toDo = computed(() => {
  if (!found.value) return ''
  if (found.value.unpriced.length) return `${counted(found.value.unpriced.length, 'part')} without a price: lay the supply house’s list over Shop, Prices.`
  if (found.value.open.length) return 'Enter what is missing, at the right; then it is counted.'
  return 'Everything is counted and priced. Take the list along.'
})
watch(() => view.working?.title, (title) => title && nextTick(() => working.value?.scrollIntoView({ block: 'nearest' })))
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs tall-right middle-first without-left>
    <template #over>
      <div class="head">
        <PullTabs :id="id" />
        <p class="narrow next" aria-label="What to do next">{{ toDo }}</p>
        <v-checkbox-btn v-model="still" class="narrow" label="only what to buy" />
        <a class="narrow" :href="`/api/packet/${id}/materials.pdf`" download>PDF</a>
        <a class="narrow" :href="`/api/packet/${id}/materials.csv`" download>CSV</a>
      </div>
    </template>
    <section class="list" aria-label="Materials">
      <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
      <template v-if="found">
        <CostBar :parts="parts" />
        <MaterialTable :lines="found.lines" :still="still" />
      </template>
    </section>
    <template #right>
      <section v-if="found" aria-label="All of it">
        <h2 class="cap">All of it</h2>
        <p class="sum"><FigureButton :figure="found.total.value === null ? found.without_price : found.total" title="materials" /></p>
        <p class="narrow quiet">Wire as the cut plan buys it, all else by the piece or the stick; what is in the van costs nothing. No labour.</p>
        <template v-if="found.unpriced.length">
          <h3 class="cap danger">Without a price, not in the sum</h3>
          <ul class="narrow"><li v-for="name in found.unpriced" :key="name">{{ name }}</li></ul>
        </template>
        <template v-if="found.open.length">
          <h3 class="cap">Not counted yet</h3>
          <ul class="narrow"><li v-for="words in found.open" :key="words">{{ words }}</li></ul>
        </template>
        <template v-if="found.taken.length">
          <h3 class="cap">Taken out</h3>
          <ul class="narrow"><li v-for="words in found.taken" :key="words">{{ words }}</li></ul>
        </template>
        <p class="narrow quiet">What is already there is ticked in Walk, beside its equipment.</p>
      </section>
      <div ref="working"><WorkingPanel /></div>
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.head { display: flex; flex-wrap: wrap; align-items: baseline; gap: 2px 16px; padding: 3px 14px 3px 6px; }
.next { flex: 1; margin: 0; font-size: 15.5px; font-weight: 600; min-width: 220px; }
a { font-size: 15px; color: var(--ink); }
.list { padding: 0 14px 20px; }
.sum { margin: 2px 0; font-size: 22px; }
.sum :deep(.figure) { font-size: 22px; }
p { margin: 5px 0; font-size: 14.5px; }
h3.cap { margin: 10px 0 2px; font-size: 13px; }
ul { margin: 2px 0 6px; padding-left: 16px; font-size: 15px; line-height: 1.2; }
</style>
