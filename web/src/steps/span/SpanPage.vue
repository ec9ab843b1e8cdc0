<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import AddStation from './AddStation.vue'
import { useAway } from './away'
import AwayParts from './AwayParts.vue'
import RunInspector from './run/RunInspector.vue'
import RunLadders from './run/RunLadders.vue'
import StationInspector from './station/StationInspector.vue'
import TextField from '@/fields/TextField.vue'
import FindingList from '@/figures/finding/FindingList.vue'

import SagProfile from '@/figures/SagProfile.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { useAddress } from '@/shell/address'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'

import { chosenRun, chosenStation } from '@/steps/chosen'
import { useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const view = useView()
const adding = ref(false)

watch(() => props.id, (id) => desk.open(id), { immediate: true })
useAddress(desk, { run: chosenRun(desk), station: chosenStation(desk) })

const { chosen: away } = useAway(desk)
const answer = computed(() => desk.solution?.runs.find((r) => r.id === desk.selectedRun))
const title = computed(() => {
  const names = new Map((desk.job?.stations ?? []).map((s) => [s.id, s.name]))
  return desk.run ? `${names.get(desk.run.from_station)} → ${names.get(desk.run.to_station)}` : ''
})
// The working on show follows its figure to the new answer, also from one run to the next.
watch(answer, (now, before) => {
  if (!now) {
    view.working = null
    return
  }
  const key = Object.keys(now.figures).find((k) => before?.figures[k] && before.figures[k] === view.working?.figure)
  if (key && view.working) view.show(view.working.title, now.figures[key])
  else if (!view.working || now.id !== before?.id) view.show('drop', now.figures.drop_pct)
})

</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk">
    <template #act><v-btn @click="adding = true">Add building or circuit</v-btn></template>
    <template #over>
      <section class="drawn" aria-label="Span">
        <SagProfile v-if="desk.job.runs.length" />
        <div v-else class="empty">
          <h2>Nothing is fed yet</h2>
          <p>Add the first building or circuit: what feeds it, how far, and what it will carry.</p>
        </div>
      </section>
      <AddStation v-model="adding" />
    </template>
    <template #left>
      <StationInspector v-if="desk.selectedStation && !away" />
      <RunInspector v-else-if="answer" :answer="answer">
        <template #head><h2 class="cap runname">{{ title }}</h2></template>
        <template #foot>
          <TextField
            v-if="desk.run" label="Note" :value="desk.run.note" :pointer="`/runs/${desk.runIndex}/note`" :rows="2" :maxlength="4000"
            @change="(note) => desk.setRun({ note })"
          />
        </template>
      </RunInspector>
      <AwayParts />
    </template>
    <RunLadders v-if="answer" :answer="answer" />
    <p v-if="away" class="found quiet">This comes out or is temporary: everything is worked out for the property as it is left, without it.</p>
    <FindingList v-if="!away" class="found" where="here" />
    <template #right><WorkingPanel /><FindingList where="elsewhere" /></template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.drawn { position: relative; min-height: 60px; }
.found { padding: 4px 10px 14px; }
.runname { margin-bottom: 5px; }
.empty { padding: 48px 24px; text-align: center; }
</style>
