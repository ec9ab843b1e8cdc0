<script setup lang="ts">
import { nextTick, onBeforeUnmount, onMounted, provide, useTemplateRef, watch } from 'vue'

import CoverBars from './route/CoverBars.vue'
import CutBars from './buy/CutBars.vue'
import { pullKey } from './key'
import PipeSection from './PipeSection.vue'
import PointTable from './PointTable.vue'
import PullFields from './PullFields.vue'
import PullSummary from './PullSummary.vue'
import PullTabs from './PullTabs.vue'
import RouteDrawing from './route/RouteDrawing.vue'
import { usePull } from './usePull'
import FindingList from '@/figures/finding/FindingList.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { useAddress } from '@/shell/address'
import { onKey } from '@/shell/keyed/keys'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { chosenRun } from '@/steps/chosen'
import { useView } from '@/stores/view'

const props = defineProps<{ id: string }>()
const pull = usePull()
provide(pullKey, pull)
const { desk, answer, answers } = pull
const view = useView()
const working = useTemplateRef<HTMLElement>('working')

watch(() => props.id, (id) => desk.open(id), { immediate: true })
// A run that goes through no pipe and no ground has nothing to show here: the first that does is taken.
watch([answer, answers], () => {
  if (!answer.value && answers.value.length) desk.selectRun(answers.value[0].run)
}, { immediate: true })
useAddress(desk, { run: chosenRun(desk) })

function step(by: number) {
  const at = answers.value.findIndex((a) => a.run === desk.selectedRun) + by
  desk.selectRun(answers.value[Math.min(Math.max(at, 0), answers.value.length - 1)]?.run ?? null)
}
const unbind: (() => void)[] = []
onMounted(() => unbind.push(onKey('j', () => step(1)), onKey('k', () => step(-1))))
onBeforeUnmount(() => unbind.forEach((stop) => stop()))

watch(() => view.working?.title, (title) => title && nextTick(() => working.value?.scrollIntoView({ block: 'nearest' })))
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs tall-right middle-first>
    <template #act><PullTabs :id="id" /></template>
    <template #left><PullFields v-if="answer" /></template>
    <template v-if="answer">
      <RouteDrawing />
      <div class="below">
        <CoverBars />
        <PipeSection />
      </div>
      <CutBars />
      <PointTable />
    </template>
    <p v-else class="empty">No run of this job lies in a pipe or in the ground with a size yet. Give it a length and a load in Span, its route in Walk.</p>
    <template #right>
      <PullSummary />
      <FindingList where="pull-here" />
      <div ref="working"><WorkingPanel /></div>
      <FindingList where="pull-elsewhere" />
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.below { display: grid; grid-template-columns: 252px minmax(0, 1fr); gap: 6px 16px; padding: 8px 14px 10px; }
.empty { padding: 20px; }
@media screen and (max-width: 900px) { .below { grid-template-columns: minmax(0, 1fr); } }
</style>
