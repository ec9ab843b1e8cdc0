<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'

import BondFields from './BondFields.vue'
import { chainOf } from './cut/cut'
import ElectrodeDesk from './electrodes/ElectrodeDesk.vue'
import FaultBar from './fault/FaultBar.vue'
import FaultReadout from './fault/FaultReadout.vue'
import GroundCut from './cut/GroundCut.vue'
import PlainAnswers from './PlainAnswers.vue'
import SoilDesk from './soil/SoilDesk.vue'
import StationPicker from './StationPicker.vue'
import { useFault } from './fault/useFault'
import FindingList from '@/figures/finding/FindingList.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { useAddress } from '@/shell/address'
import { onKey } from '@/shell/keyed/keys'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { chosenOf, chosenStation } from '@/steps/chosen'
import { useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'
import { titled } from '@/stores/words'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const view = useView()
const fault = useFault()
const working = useTemplateRef<HTMLElement>('working')
const tab = ref<'answers' | 'electrodes' | 'soil'>('answers')
const TABS = [
  { value: 'answers', words: 'Answers' },
  { value: 'electrodes', words: 'Electrodes' },
  { value: 'soil', words: 'Soil and ohms' },
] as const

watch(() => props.id, (id) => desk.open(id), { immediate: true })

useAddress(desk, {
  station: chosenStation(desk),
  mode: chosenOf(fault.mode, () => fault.modes.value.map((m) => m.id)),
  tab: chosenOf(tab, () => TABS.map((t) => t.value)),
})

const station = computed(() => desk.job?.stations.find((s) => s.id === fault.station.value))
const place = computed(() => desk.job?.places.find((p) => p.id === station.value?.place))
const chain = computed(() => {
  const mode = fault.inMode.value
  return desk.job && mode && fault.station.value ? chainOf(desk.job, mode, fault.station.value) : []
})

const neutralHere = computed(() => fault.inMode.value?.stations.find((s) => s.station === fault.station.value)?.neutral ?? false)

function step(by: number) {
  const at = chain.value.indexOf(fault.station.value ?? '') + by
  if (chain.value[at]) desk.selectStation(chain.value[at])
}
const unbind: (() => void)[] = []
onMounted(() => unbind.push(onKey('j', () => step(1)), onKey('k', () => step(-1))))
onBeforeUnmount(() => unbind.forEach((stop) => stop()))

// Findings stand above the working: a figure that is asked for brings its own working into sight.
watch(() => view.working?.title, (title) => title && nextTick(() => working.value?.scrollIntoView({ block: 'nearest' })))
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs tall-right>
    <template #over>
      <template v-if="fault.inMode.value && station">
        <FaultBar v-model:mode="fault.mode.value" v-model:asked="fault.asked.value" :modes="fault.modes.value" :neutral="neutralHere" />
        <GroundCut :fault="fault" :chain="chain" :mode="fault.inMode.value" />
      </template>
      <div v-else class="empty">
        <h2>Nothing to ground yet</h2>
        <p>Draw what feeds what in Span; its enclosures, bonds and rods stand here then.</p>
      </div>
    </template>
    <template #left>
      <StationPicker :mode="fault.inMode.value" />
      <BondFields v-if="station" :key="station.id" :station-id="station.id" :mode="fault.inMode.value" />
    </template>
    <div class="tabs">
      <v-tabs v-model="tab" :aria-label="titled('grounding')"><v-tab v-for="t in TABS" :key="t.value" :value="t.value">{{ t.words }}</v-tab></v-tabs>
      <span v-if="place" class="where narrow quiet">{{ place.name }}</span>
    </div>
    <div class="body">
      <PlainAnswers v-if="tab === 'answers'" :answers="fault.answer.value?.answers ?? []" />
      <ElectrodeDesk v-else-if="tab === 'electrodes' && place" :key="place.id" :place-id="place.id" />
      <SoilDesk v-else-if="place" :key="place.id" :place-id="place.id" />
    </div>
    <template #right>
      <FaultReadout v-if="station" :fault="fault" />
      <FindingList where="ground-here" />
      <div ref="working"><WorkingPanel /></div>
      <FindingList where="ground-elsewhere" />
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.tabs { display: flex; gap: 18px; align-items: baseline; padding: 8px 16px 0; border-bottom: 1px solid var(--rule); }
.where { margin-left: auto; font-size: 15px; }
.body { padding: 8px 16px 16px; }
.empty { padding: 48px 24px; text-align: center; }
</style>
