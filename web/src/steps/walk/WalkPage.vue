<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import PlaceCard from './PlaceCard.vue'
import RouteEditor from './RouteEditor.vue'
import { nudgeOf } from './plan'
import SitePlan from './SitePlan.vue'
import StationList from './StationList.vue'
import type { Footprint, Route } from '@/api/types'
import { livedIn } from '@/fields/choices'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { useAddress } from '@/shell/address'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { chosenPlace } from '@/steps/chosen'
import { freshId, newPlace } from '@/pages/jobs/building'
import PlaceList from '@/steps/loads/PlaceList.vue'
import { useDesk } from '@/stores/desk'
import { useUnits } from '@/stores/units'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const units = useUnits()
const placeId = ref('')
const runId = ref<string | null>(null)

watch(() => props.id, (id) => desk.open(id), { immediate: true })
watch(() => desk.job, (job) => {
  if (!job) return
  if (!job.places.some((p) => p.id === placeId.value)) placeId.value = (job.places.find((p) => livedIn(p.kind)) ?? job.places[0])?.id ?? ''
  if (!job.runs.some((r) => r.id === runId.value)) runId.value = (job.runs.find((r) => r.route) ?? job.runs[0])?.id ?? null
}, { immediate: true })

useAddress(desk, {
  place: chosenPlace(desk, placeId),
  run: { value: runId, known: (id) => !!desk.job?.runs.some((r) => r.id === id) },
})

const unplaced = computed(() => desk.job?.places.filter((p) => !p.footprint).length ?? 0)

function movePlace(id: string, footprint: Footprint) {
  const at = desk.job?.places.findIndex((p) => p.id === id) ?? -1
  if (at >= 0) void desk.edit([{ op: 'add', path: `/places/${at}/footprint`, value: footprint }])
}

function moveRoute(id: string, route: Route) {
  const at = desk.job?.runs.findIndex((r) => r.id === id) ?? -1
  if (at >= 0) void desk.edit([{ op: 'add', path: `/runs/${at}/route`, value: route }])
}

async function addPlace() {
  const id = freshId('place', desk.job?.places.map((p) => p.id) ?? [])
  if (await desk.edit([{ op: 'add', path: '/places/-', value: newPlace({ id, name: 'New place', kind: 'detached-building' }) }])) placeId.value = id
}
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs>
    <template #over>
      <SitePlan v-model:place="placeId" v-model:run="runId" @move-place="movePlace" @move-route="moveRoute" />
      <p class="hint narrow quiet">{{ unplaced ? `${unplaced} of ${desk.job.places.length} places are not on the plan yet: choose one at the left and put it on. ` : '' }}Drag a place or a route’s point; arrow keys move the chosen place by {{ nudgeOf(desk.job) }} {{ units.length.sign }}. The plan is for placing buildings and routes, nothing else.</p>
    </template>
    <template #left>
      <PlaceList v-model="placeId" />
      <v-btn class="add" @click="addPlace">Add a place</v-btn>
    </template>
    <StationList :place-id="placeId" />
    <PlaceCard :place-id="placeId" />
    <template #right><RouteEditor v-model="runId" /><WorkingPanel class="working" /></template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.add { margin: 8px 14px 0; }
.hint { margin: 0; padding: 2px 14px 5px; font-size: 14px; }
.working { margin-top: 16px; }
</style>
