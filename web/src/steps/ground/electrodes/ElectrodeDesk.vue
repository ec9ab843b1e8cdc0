<script setup lang="ts">
import { computed, ref, toRef } from 'vue'

import ConductorFields from './ConductorFields.vue'
import ElectrodeEditor from './ElectrodeEditor.vue'
import { ELECTRODE_KINDS, newElectrode } from './electrodeWords'
import PathFields from './PathFields.vue'
import PipingFields from './PipingFields.vue'
import RodDrawing from './RodDrawing.vue'
import { useGrounding } from '../useGrounding'
import type { Electrode } from '@/api/types'
import SwitchField from '@/fields/SwitchField.vue'
import FigureButton from '@/figures/FigureButton.vue'

const props = defineProps<{ placeId: string }>()
const { desk, place, base, known, ground, set, add } = useGrounding(toRef(props, 'placeId'))
const at = ref<number | null>(null)
const shown = computed(() => (at.value !== null && known.value?.electrodes[at.value] ? at.value : null))
const kind = ref<Electrode['kind']>('rod')

async function put() {
  if (!desk.job) return
  const electrodes = known.value?.electrodes ?? []
  if (await add(newElectrode(desk.job, kind.value, electrodes.map((e) => e.id)))) at.value = electrodes.length
}
</script>

<template>
  <div v-if="place && known && ground" class="desk">
    <p class="owed"><b>{{ !ground.fed ? 'Nothing feeds it yet.' : ground.needed ? 'Electrodes are owed.' : 'No electrodes are owed.' }}</b> {{ ground.why }}. <span class="mono cite">{{ ground.section }}</span></p>
    <RodDrawing v-if="ground.electrodes.length" :place="place" :ground="ground" />
    <div class="columns">
      <section aria-label="Electrodes">
        <h3 class="cap">{{ ground.planned ? 'Electrodes, planned' : 'Electrodes' }}</h3>
        <table v-if="ground.electrodes.length">
          <tbody>
            <tr v-for="(e, i) in ground.electrodes" :key="e.id" :class="{ here: shown === i && !e.planned }">
              <td><v-btn variant="text" :disabled="e.planned" @click="at = shown === i ? null : i">{{ e.words }}</v-btn></td>
              <td class="narrow"><span v-if="e.planned" class="quiet">planned</span><span v-else-if="!known.electrodes[i]?.connected" class="quiet">not bonded in</span><span v-else-if="!e.counts" class="danger">does not count</span></td>
              <td class="right"><FigureButton :figure="e.ohms" :title="`${e.words} at ${place.name}`" :places="1" /></td>
            </tr>
            <tr v-if="ground.ohms.value !== null" class="total"><td colspan="2">All of it joined</td><td class="right"><FigureButton :figure="ground.ohms" :title="`ohms to earth at ${place.name}`" :places="1" /></td></tr>
          </tbody>
        </table>
        <p v-else class="narrow quiet">Nothing here.</p>
        <div class="add">
          <v-select v-model="kind" aria-label="Kind of electrode" :items="ELECTRODE_KINDS" />
          <v-btn @click="put">Add electrode</v-btn>
        </div>
        <SwitchField label="Looked for; what is listed is all there is" :value="known.seen" :pointer="`${base}/seen`" @change="(v) => set('seen', v)" />
        <ElectrodeEditor v-if="shown !== null" :key="known.electrodes[shown].id" v-model:at="at" :place-id="placeId" />
      </section>
      <section aria-label="Conductor and piping">
        <ConductorFields v-if="ground.needed" :place-id="placeId" />
        <PipingFields :place-id="placeId" />
        <PathFields :place-id="placeId" />
      </section>
    </div>
  </div>
</template>

<style scoped>
.owed { margin: 2px 0 8px; font-size: 14px; }
.cite { font-size: 11px; color: var(--quiet); }
.columns { display: grid; grid-template-columns: repeat(auto-fit, minmax(250px, 1fr)); gap: 6px 28px; }
h3.cap { margin: 8px 0 3px; font-size: 13px; }
table { width: 100%; border-collapse: collapse; }
td { padding: 3px 0; border-bottom: 1px solid var(--rule); font-size: 14px; }
td .v-btn:enabled:hover { text-decoration: underline; }
.here td:first-child { font-weight: 600; }
.right { text-align: right; }
.total td { border-bottom: 1px solid var(--ink); font-weight: 600; }
.add { display: flex; gap: 8px; align-items: center; margin: 8px 0 4px; }
.add .v-select { width: 180px; }
</style>
