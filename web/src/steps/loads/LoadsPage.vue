<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import ApplianceEditor from './appliance/ApplianceEditor.vue'
import ApplianceTable from './appliance/ApplianceTable.vue'
import MethodColumns from './MethodColumns.vue'
import PlaceFacts from './PlaceFacts.vue'
import PlaceList from './PlaceList.vue'
import { livedIn } from '@/fields/choices'
import FindingList from '@/figures/finding/FindingList.vue'
import MethodBars from '@/figures/MethodBars.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { useAddress } from '@/shell/address'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { chosenPlace } from '@/steps/chosen'
import { useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'
import { term } from '@/stores/words'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const view = useView()
const placeId = ref('')
const applianceAt = ref<number | null>(null)

watch(() => props.id, (id) => desk.open(id), { immediate: true })

const place = computed(() => desk.job?.places.find((p) => p.id === placeId.value))
const load = computed(() => desk.solution?.loads.find((l) => l.place === placeId.value))
const governing = computed(() => load.value?.methods.find((m) => m.id === load.value?.governs))

// Open on the first dwelling: its load is the one most jobs turn on.
watch(() => desk.job, (job) => {
  if (!job || job.places.some((p) => p.id === placeId.value)) return
  placeId.value = (job.places.find((p) => livedIn(p.kind)) ?? job.places[0])?.id ?? ''
}, { immediate: true })
useAddress(desk, { place: chosenPlace(desk, placeId) })
watch(placeId, () => (applianceAt.value = null))
watch(governing, (now) => {
  if (now && !view.working) view.show(`${now.name}, ${term('heavier').toLowerCase()}`, now.amps)
}, { immediate: true })
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs>
    <template #over>
      <MethodBars v-if="place && load?.methods.length" :place="place" :load="load" />
      <div v-else class="empty">
        <h2>{{ place?.name ?? 'No place yet' }}: nothing to add up yet</h2>
        <p v-if="place && livedIn(place.kind)">Every load calculation that fits it stands here, side by side.</p>
        <p v-else-if="place">A building that is not a dwelling is counted by its own loads.</p>
      </div>
    </template>
    <template #left>
      <PlaceList v-model="placeId" />
      <template v-if="place">
        <ApplianceEditor v-if="applianceAt !== null && place.appliances[applianceAt]" :key="placeId + applianceAt" v-model:at="applianceAt" :place-id="placeId" />
        <PlaceFacts v-else :key="placeId" :place-id="placeId" />
      </template>
    </template>
    <template v-if="place">
      <ApplianceTable v-model:at="applianceAt" :place-id="placeId" />
      <MethodColumns v-if="load?.methods.length" :load="load" />
    </template>
    <template #right><WorkingPanel /><FindingList where="whole-job" /></template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.empty { padding: 34px 24px; text-align: center; }
.empty p { margin: 6px 0 0; }
</style>
