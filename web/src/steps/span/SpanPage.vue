<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, provide, ref, watch } from 'vue'

import AddStation from './AddStation.vue'
import RunInspector from './RunInspector.vue'
import RunLadders from './RunLadders.vue'
import StationInspector from './StationInspector.vue'
import { runKeys } from './runKeys'
import FindingList from '@/figures/FindingList.vue'
import SagProfile from '@/figures/SagProfile.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { deskKey, useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const view = useView()
provide(deskKey, desk)
const adding = ref(false)

watch(() => props.id, (id) => desk.open(id), { immediate: true })

const answer = computed(() => desk.solution?.runs.find((r) => r.id === desk.selectedRun))
const title = computed(() => {
  const names = new Map((desk.job?.stations ?? []).map((s) => [s.id, s.name]))
  return desk.run ? `${names.get(desk.run.from_station)} → ${names.get(desk.run.to_station)}` : ''
})
watch(answer, (now) => {
  if (now && !view.working) view.show('drop', now.figures.drop_pct)
})

let stop = () => {}
onMounted(() => (stop = runKeys(desk)))
onBeforeUnmount(() => {
  stop()
  view.working = null
})
</script>

<template>
  <div v-if="desk.job && desk.solution" class="span">
    <section class="drawn" aria-label="Span">
      <SagProfile v-if="desk.job.runs.length" />
      <div v-else class="empty">
        <h2>Nothing is fed yet</h2>
        <p>Add the first building or circuit: what feeds it, how far, and what it will carry.</p>
      </div>
      <button class="ink-button add" @click="adding = true">Add building or circuit</button>
    </section>
    <p v-if="desk.notice" class="notice" role="alert">
      {{ desk.notice }}<template v-if="desk.problems.length">: {{ desk.problems.map((p) => p.words).join('; ') }}</template>
    </p>
    <div class="bench">
      <div class="left">
        <StationInspector v-if="desk.selectedStation" />
        <RunInspector v-else-if="answer" :answer="answer">
          <template #head><h2 class="cap runname">{{ title }}</h2></template>
          <template #foot>
            <label class="narrow quiet">Note<textarea :value="desk.run?.note" rows="2" maxlength="4000" @change="desk.setRun({ note: ($event.target as HTMLTextAreaElement).value })" /></label>
          </template>
        </RunInspector>
      </div>
      <div class="middle">
        <RunLadders v-if="answer" :answer="answer" />
        <FindingList class="found" where="here" />
      </div>
      <aside class="right"><WorkingPanel /><FindingList where="elsewhere" /></aside>
    </div>
    <AddStation v-model="adding" />
  </div>
  <div v-else-if="desk.notice" class="empty">
    <h2>{{ desk.notice }}</h2>
    <router-link class="ink-button" to="/jobs">Back to the jobs</router-link>
  </div>
</template>

<style scoped>
.span { display: grid; grid-template: auto auto 1fr / minmax(0, 1fr); height: 100%; }
.drawn { position: relative; border-bottom: 1px solid var(--rule); min-height: 60px; }
.add { position: absolute; top: 6px; right: 10px; }
.notice { margin: 0; padding: 6px 14px; background: var(--danger-soft); color: var(--danger); font-weight: 600; }
.bench { display: grid; grid-template-columns: 240px minmax(0, 1fr) 276px; min-height: 0; grid-row: 3; }
.bench > * { min-height: 0; overflow-y: auto; }
.left { border-right: 1px solid var(--rule); }
.right { border-left: 1px solid var(--rule); padding: 10px 12px 16px 14px; }
.found { padding: 4px 10px 14px; }
.runname { margin-bottom: 5px; }
.empty { padding: 48px 24px; text-align: center; }
textarea { width: 100%; border: 1px solid var(--rule); background: none; color: var(--ink); font: 13px var(--words); padding: 4px; }
@media (max-width: 1000px) {
  .span { height: auto; }
  .bench { grid-template-columns: minmax(0, 1fr); }
  .left, .right { border: 0; border-top: 1px solid var(--rule); }
}
</style>
