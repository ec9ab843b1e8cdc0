<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, provide, ref } from 'vue'
import { useRouter } from 'vue-router'

import { quickJob } from '@/steps/jobs/newJob'
import RunInspector from '@/steps/span/RunInspector.vue'
import RunLadders from '@/steps/span/RunLadders.vue'
import { runKeys } from '@/steps/span/runKeys'
import ChoiceField from '@/fields/ChoiceField.vue'
import { SYSTEMS } from '@/fields/choices'
import type { Run } from '@/api/types'
import FindingList from '@/figures/FindingList.vue'
import SagProfile from '@/figures/SagProfile.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { deskKey, useScratchDesk, type Desk } from '@/stores/desk'
import { useShelf } from '@/stores/shelf'
import { useView } from '@/stores/view'

const desk = useScratchDesk() as unknown as Desk
const shelf = useShelf()
const view = useView()
const router = useRouter()
provide(deskKey, desk)
const name = ref('')

const answer = computed(() => desk.solution?.runs[0])

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

let stop = () => {}
onMounted(() => {
  stop = runKeys(desk)
  if (!desk.job) void desk.openScratch(quickJob())
})
onBeforeUnmount(() => {
  stop()
  view.working = null
})
</script>

<template>
  <div v-if="desk.job && answer" class="quick">
    <header>
      <h1>Quick check</h1>
      <span class="narrow quiet">One run, no job. Set load, length and wire; the ladder answers.</span>
      <span class="gap" />
      <button class="ink-button" @click="desk.openScratch(quickJob())">Start over</button>
      <input v-model="name" class="name" placeholder="Job name" aria-label="Job name" maxlength="80" @keydown.enter="keep" />
      <button class="ink-button solid" @click="keep">Make a job of it</button>
    </header>
    <p v-if="desk.notice" class="notice" role="alert">{{ desk.notice }}</p>
    <div class="bench">
      <div class="left">
        <RunInspector :answer="answer">
          <template #head>
            <ChoiceField label="System" :value="desk.job.runs[0].system" :choices="SYSTEMS" pointer="/runs/0/system" @change="setSystem" />
          </template>
        </RunInspector>
      </div>
      <div class="middle">
        <RunLadders :answer="answer" />
        <FindingList class="found" where="here" />
        <SagProfile class="drawn" />
      </div>
      <aside class="right"><WorkingPanel /></aside>
    </div>
  </div>
  <p v-else-if="desk.notice" class="notice" role="alert">{{ desk.notice }}</p>
</template>

<style scoped>
.quick { display: grid; grid-template: auto auto 1fr / minmax(0, 1fr); height: 100%; }
header { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 14px; padding: 10px 14px; border-bottom: 1px solid var(--rule); }
h1 { font-size: 20px; }
.gap { flex: 1; }
.name { width: 170px; padding: 4px 8px; border: 1px solid var(--rule); background: none; color: var(--ink); font: 14px var(--words); }
.notice { margin: 0; padding: 6px 14px; background: var(--danger-soft); color: var(--danger); font-weight: 600; }
.bench { display: grid; grid-template-columns: 240px minmax(0, 1fr) 276px; min-height: 0; grid-row: 3; }
.bench > * { min-height: 0; overflow-y: auto; }
.left { border-right: 1px solid var(--rule); }
.right { border-left: 1px solid var(--rule); padding: 10px 12px 16px 14px; }
.found { padding: 4px 10px 14px; }
.drawn { border-top: 1px solid var(--rule); }
@media (max-width: 1000px) {
  .quick { height: auto; }
  .bench { grid-template-columns: minmax(0, 1fr); }
  .left, .right { border: 0; border-top: 1px solid var(--rule); }
}
</style>
