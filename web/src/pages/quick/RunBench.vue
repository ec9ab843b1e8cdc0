<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import type { Run } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { SYSTEMS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import FindingList from '@/figures/finding/FindingList.vue'
import SagProfile from '@/figures/SagProfile.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { keepQuickJob, keptQuickJob } from './kept'
import { quickJob } from '@/pages/jobs/newJob'
import RunInspector from '@/steps/span/run/RunInspector.vue'
import RunLadders from '@/steps/span/run/RunLadders.vue'
import { useScratchDesk, type Desk } from '@/stores/desk'
import { useShelf } from '@/stores/shelf'

const desk = useScratchDesk() as unknown as Desk
const shelf = useShelf()
const router = useRouter()
const name = ref('')

const answer = computed(() => desk.solution?.runs[0])
onMounted(async () => {
  if (desk.job) return
  const kept = keptQuickJob()
  if (!kept || !(await desk.openScratch(kept))) await desk.openScratch(quickJob())
})
watch(() => desk.job, (job) => job && keepQuickJob(job))

/** A source that delivers what the run is, so that one choice sets both. */
function setSystem(system: Run['system']) {
  void desk.edit([
    { op: 'add', path: '/runs/0/system', value: system },
    { op: 'add', path: '/stations/0/supply', value: system },
  ])
}

async function keep() {
  if (!desk.job) return
  const state = await shelf.create({ ...desk.job, name: name.value.trim() || 'From a quick check' })
  if (state) void router.push({ name: 'span', params: { id: state.id } })
}
</script>

<template>
  <WorkBench v-if="desk.job && answer" :desk="desk">
    <template #over>
      <header>
        <slot name="head" />
        <span class="gap" />
        <v-btn @click="desk.openScratch(quickJob())">Start over</v-btn>
        <v-text-field v-model="name" class="name" placeholder="Job name" aria-label="Job name" maxlength="80" @keydown.enter="keep" />
        <v-btn variant="flat" @click="keep">Make a job of it</v-btn>
      </header>
    </template>
    <template #left>
      <RunInspector :answer="answer">
        <template #head>
          <h2 class="visually-hidden">The run</h2>
          <NumberField v-if="desk.job.runs[0].tap" label="Device ahead" :value="desk.job.stations[0].gear.rating_a" auto="asked" unit="A" lockable set-word="clear" pointer="/stations/0/gear/rating_a" hint="Of the feeder that it is tapped from: a tap is judged by its share of it" @change="(v) => desk.edit([{ op: 'add', path: '/stations/0/gear/rating_a', value: v }])" />
          <ChoiceField label="System" :value="desk.job.runs[0].system" :choices="SYSTEMS" pointer="/runs/0/system" @change="setSystem" />
        </template>
      </RunInspector>
    </template>
    <RunLadders :answer="answer" />
    <FindingList class="found" where="here" />
    <SagProfile class="drawn" />
    <template #right><WorkingPanel /></template>
  </WorkBench>
  <p v-else-if="desk.notice" class="danger alone" role="alert">{{ desk.notice }}</p>
</template>

<style scoped>
header { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 14px; padding: 10px 14px; }
.gap { flex: 1; }
.name { width: 170px; }
.found { padding: 4px 10px 14px; }
.drawn { border-top: 1px solid var(--rule); }
.alone { padding: 20px; }
</style>
