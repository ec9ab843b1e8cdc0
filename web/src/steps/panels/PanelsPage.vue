<script setup lang="ts">
import { nextTick, onBeforeUnmount, onMounted, provide, useTemplateRef, watch } from 'vue'

import BalanceBeam from './drawn/BalanceBeam.vue'
import BoughtDesk from './BoughtDesk.vue'
import BoxDesk from './box/BoxDesk.vue'
import CircuitFields from './circuit/CircuitFields.vue'
import CircuitList from './circuit/CircuitList.vue'
import { circuitKeys } from './circuit/circuitKeys'
import CircuitSummary from './circuit/CircuitSummary.vue'
import MoveDesk from './move/MoveDesk.vue'
import PanelBox from './drawn/PanelBox.vue'
import PanelFacts from './PanelFacts.vue'
import PanelPicker from './PanelPicker.vue'
import { panelKey, usePanel } from './usePanel'
import FindingList from '@/figures/finding/FindingList.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { useAddress } from '@/shell/address'
import { onKey } from '@/shell/keyed/keys'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { chosenOf, chosenStation } from '@/steps/chosen'
import { useView } from '@/stores/view'

const props = defineProps<{ id: string }>()
const panel = usePanel()
provide(panelKey, panel)
const { desk, station, circuitId, ordered, tab } = panel
const view = useView()
const working = useTemplateRef<HTMLElement>('working')
const TABS = [
  { value: 'panel', words: 'Cover off' },
  { value: 'list', words: 'Schedule' },
  { value: 'bought', words: 'As bought' },
  { value: 'move', words: 'Move it' },
  { value: 'boxes', words: 'Box fill' },
] as const

watch(() => props.id, (id) => desk.open(id), { immediate: true })
watch(station, (now) => now && desk.selectedStation !== now.id && desk.selectStation(now.id), { immediate: true })

useAddress(desk, {
  station: chosenStation(desk),
  circuit: { value: circuitId, known: (id) => panel.circuits.value.some((c) => c.id === id) },
  tab: chosenOf(tab, () => TABS.map((t) => t.value)),
})

function step(by: number) {
  const at = ordered.value.findIndex((c) => c.id === circuitId.value) + by
  circuitId.value = ordered.value[Math.min(Math.max(at, 0), ordered.value.length - 1)]?.id ?? null
}
const unbind: (() => void)[] = []
onMounted(() => unbind.push(onKey('j', () => step(1)), onKey('k', () => step(-1)), circuitKeys(panel)))
onBeforeUnmount(() => unbind.forEach((stop) => stop()))

watch(() => view.working?.title, (title) => title && nextTick(() => working.value?.scrollIntoView({ block: 'nearest' })))
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs tall-right middle-first>
    <template #over><PanelPicker v-if="station" class="narrow-only pick" /><BalanceBeam v-if="panel.answer.value" /></template>
    <template #left><PanelFacts v-if="station" /></template>
    <div class="tabs">
      <v-tabs v-model="tab" aria-label="Panel"><v-tab v-for="t in TABS" :key="t.value" :value="t.value">{{ t.words }}</v-tab></v-tabs>
    </div>
    <div class="body">
      <BoxDesk v-if="tab === 'boxes'" />
      <template v-else-if="station">
        <BoughtDesk v-if="tab === 'bought' || !station.panel" :key="station.id" />
        <CircuitList v-else-if="tab === 'list'" />
        <MoveDesk v-else-if="tab === 'move'" :key="station.id" />
        <template v-else>
          <PanelBox />
          <CircuitList class="narrow-only" />
        </template>
      </template>
      <p v-else class="quiet">There is no panel in this job yet: add one in Walk.</p>
    </div>
    <template #right>
      <CircuitSummary v-if="station?.panel" />
      <FindingList where="panel-here" :circuit="circuitId" />
      <CircuitFields v-if="station?.panel" />
      <div ref="working"><WorkingPanel /></div>
      <FindingList where="panel-elsewhere" :circuit="circuitId" />
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.tabs { display: flex; gap: 18px; align-items: baseline; padding: 8px 16px 0; border-bottom: 1px solid var(--rule); overflow-x: auto; }
.pick { margin: 8px 14px 0; width: calc(100% - 28px); }
.body { padding: 0 4px 16px; }
.body > :not(.can) { margin-left: 12px; margin-right: 12px; }
@media (min-width: 701px) { .narrow-only { display: none; } }
</style>
