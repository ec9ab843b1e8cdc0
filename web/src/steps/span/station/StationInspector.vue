<script setup lang="ts">
import { computed } from 'vue'

import { stationSteps } from '../away'
import ConverterFields from './ConverterFields.vue'
import GearFields from './GearFields.vue'
import SourceFields from './SourceFields.vue'
import StandbyFields from './StandbyFields.vue'
import TransformerFields from './TransformerFields.vue'
import type { Load, PatchStep, Station } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { PLACE_KINDS, STATION_KINDS, SYSTEMS, TERMINALS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import StateFields from '@/fields/StateFields.vue'
import type { Stated } from '@/fields/states'
import SwitchField from '@/fields/SwitchField.vue'
import TextField from '@/fields/TextField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { lengthText, figureText } from '@/figures/write'
import { NEW_CONVERTER, NEW_TRANSFER, newGenerator, newTransformer } from '@/pages/jobs/building'
import { useDesk } from '@/stores/desk'
import { useUnits } from '@/stores/units'
import { useView } from '@/stores/view'
import { term, titled } from '@/stores/words'

const desk = useDesk()
const view = useView()
const units = useUnits()

const index = computed(() => desk.job?.stations.findIndex((s) => s.id === desk.selectedStation) ?? -1)
const station = computed(() => desk.job?.stations[index.value])
const answer = computed(() => desk.solution?.stations.find((s) => s.id === station.value?.id))
const placeIndex = computed(() => desk.job?.places.findIndex((p) => p.id === station.value?.place) ?? -1)
const place = computed(() => desk.job?.places[placeIndex.value])
const base = computed(() => `/stations/${index.value}`)
const olds = computed(() => (desk.job?.stations ?? []).filter((s) => s.id !== station.value?.id && (s.state === 'goes' || s.state === 'for-now')).map((s) => ({ value: s.id, words: s.name })))
const feeding = computed(() => desk.job?.runs.find((r) => r.to_station === station.value?.id))
const feedingIndex = computed(() => desk.job?.runs.findIndex((r) => r.to_station === station.value?.id) ?? -1)
const feeders = computed(() => (desk.job?.stations ?? []).filter((s) => s.kind !== 'equipment' && s.id !== station.value?.id).map((s) => ({ value: s.id, words: s.name })))
const leaving = computed(() => desk.job?.runs.filter((r) => r.from_station === station.value?.id) ?? [])

/** What the Loads step lays on this station, where it does. */
const fromLoads = computed(() => {
  const load = desk.solution?.loads.find((l) => l.station === station.value?.id && l.drives)
  const method = load?.methods.find((m) => m.id === load.governs)
  return method ? figureText(method.amps, 0) : ''
})

function set(name: string, value: unknown) {
  void desk.edit([{ op: 'add', path: `${base.value}/${name}`, value }])
}

/** A station becomes another kind; only a transformer has a transformer's plate, and what takes the load itself is fed by
 * a branch circuit.
 */
function setState(fields: Partial<Stated>) {
  if (desk.job && station.value) void desk.edit(stationSteps(desk.job, station.value, fields))
}

function setKind(kind: Station['kind']) {
  const transformer = kind === 'transformer' ? (station.value?.transformer ?? newTransformer()) : null
  const transfer = kind === 'transfer-switch' ? (station.value?.transfer ?? NEW_TRANSFER) : null
  const generator = kind === 'generator' || kind === 'inverter' ? (station.value?.generator ?? newGenerator()) : null
  const converter = kind === 'converter' ? (station.value?.converter ?? NEW_CONVERTER) : null
  const parts = { transformer, transfer, generator, converter, kind }
  const steps = Object.entries(parts).map(([name, value]) => ({ op: 'add' as const, path: `${base.value}/${name}`, value: value as unknown }))
  const use = kind === 'equipment' ? 'branch' : station.value?.kind === 'equipment' ? 'feeder' : null
  const feeding = desk.job?.runs[feedingIndex.value]
  if (use && feeding && feeding.use !== 'service') steps.push({ op: 'add', path: `/runs/${feedingIndex.value}/use`, value: use })
  void desk.edit(steps)
}

function setFeeder(from: string) {
  void desk.edit([{ op: 'add', path: `/runs/${feedingIndex.value}/from_station`, value: from }])
}

function setPlace(name: string, value: unknown) {
  void desk.edit([{ op: 'add', path: `/places/${placeIndex.value}/${name}`, value }])
}

function setLoad(part: Partial<Load>) {
  const now = station.value?.load
  const load: Load = { amps: 1, continuous_amps: 0, neutral_amps: null, power_factor: 1, in_calculation: false, ...now, ...part }
  set('load', load)
}

/** Take out the station with the run that feeds it; possible while nothing leaves it. */
async function remove() {
  const job = desk.job
  if (!job || !station.value) return
  const patch: PatchStep[] = []
  const run = job.runs.findIndex((r) => r.to_station === station.value?.id)
  if (run >= 0) patch.push({ op: 'remove', path: `/runs/${run}` })
  patch.push({ op: 'remove', path: base.value })
  const alone = job.stations.filter((s) => s.place === station.value?.place).length === 1
  if (alone) patch.push({ op: 'remove', path: `/places/${placeIndex.value}` })
  await desk.edit(patch)
}
</script>

<template>
  <section v-if="station && answer" :key="station.id" class="inspector" aria-label="Equipment">
    <h2 class="cap">Equipment</h2>
    <TextField label="Equipment name" :value="station.name" :pointer="`${base}/name`" :maxlength="80" @change="(v) => set('name', v)" />
    <template v-if="place">
      <TextField label="Place" :value="place.name" :pointer="`/places/${placeIndex}/name`" :maxlength="80" @change="(v) => setPlace('name', v)" />
      <ChoiceField label="It is a" :value="place.kind" :choices="PLACE_KINDS" :pointer="`/places/${placeIndex}/kind`" @change="(v) => setPlace('kind', v)" />
    </template>
    <p class="narrow quiet">{{ answer.fed ? `${lengthText(answer.distance, units.length.sign, view.both)} from the source` : 'not fed yet' }}</p>
    <dl v-if="answer.fed">
      <dt>Voltage</dt><dd><FigureButton :figure="answer.volts" :title="`voltage at ${station.name}`" /></dd>
      <dt>Fault current</dt><dd><FigureButton :figure="answer.fault_a" :title="`available fault current at ${station.name}`" :places="0" /></dd>
      <dt>Drop from source</dt><dd><FigureButton :figure="answer.drop_pct" :title="`drop to ${station.name}`" /></dd>
    </dl>
    <p v-if="answer.rated_a.value !== null" class="narrow">Rated <FigureButton :figure="answer.rated_a" :title="`rated current of ${station.name}`" /></p>
    <template v-if="station.kind === 'utility'">
      <ChoiceField label="Delivers" :value="station.supply" :choices="SYSTEMS" :pointer="`${base}/supply`" @change="(v) => set('supply', v)" />
      <SourceFields :source="station.source" :base="`${base}/source`" @change="(v) => set('source', v)" />
    </template>
    <template v-else>
      <ChoiceField label="Kind" :value="station.kind" :choices="STATION_KINDS" :pointer="`${base}/kind`" @change="setKind" />
      <StateFields :part="station" :pointer="base" :olds="olds" @change="setState" />
      <TransformerFields v-if="station.transformer" :transformer="station.transformer" :base="`${base}/transformer`" />
      <ConverterFields v-if="station.converter" :converter="station.converter" :base="`${base}/converter`" />
      <StandbyFields v-if="station.generator || station.transfer" :station="station" :base="base" />
      <ChoiceField v-if="feedingIndex >= 0" label="Fed from" :value="feeding?.from_station ?? ''" :choices="feeders" :pointer="`/runs/${feedingIndex}/from_station`" @change="setFeeder" />
      <ChoiceField :label="`${titled('lugs')} marked`" :value="station.terminal_c" :choices="TERMINALS" :pointer="`${base}/terminal_c`" @change="(v) => set('terminal_c', v)" />
      <h3 class="cap">Connected here</h3>
      <p v-if="fromLoads" class="narrow">From Loads: {{ fromLoads }}</p>
      <NumberField label="Load" :value="station.load?.amps ?? null" auto="none" unit="A" :pointer="`${base}/load/amps`" lockable set-word="clear" @change="(v) => (v === null ? set('load', null) : setLoad({ amps: v }))" />
      <template v-if="station.load">
        <NumberField label="of it continuous" :value="station.load.continuous_amps" unit="A" :pointer="`${base}/load/continuous_amps`" @change="(v) => setLoad({ continuous_amps: v ?? 0 })" />
        <NumberField :label="`on the ${term('grounded')}`" :value="station.load.neutral_amps" auto="unknown" unit="A" :pointer="`${base}/load/neutral_amps`" lockable set-word="clear" hint="A of unbalance; blank: not known" @change="(v) => setLoad({ neutral_amps: v })" />
        <NumberField label="power factor" :value="station.load.power_factor" :pointer="`${base}/load/power_factor`" @change="(v) => setLoad({ power_factor: v ?? 1 })" />
        <SwitchField label="Counted in Loads already" hint="It sizes this station's own run, and the place's main panel does not add it again" :value="station.load.in_calculation" :pointer="`${base}/load/in_calculation`" @change="(v) => setLoad({ in_calculation: v })" />
      </template>
      <GearFields :gear="station.gear" :kind="station.kind" :base="`${base}/gear`" />
    </template>
    <p v-if="feeding" class="links"><v-btn @click="desk.selectRun(feeding.id)">Show the run that feeds it</v-btn></p>
    <p v-if="station.kind !== 'utility'" class="links">
      <v-btn :disabled="leaving.length > 0" @click="remove">Remove</v-btn>
      <span v-if="leaving.length" class="narrow quiet"> it feeds {{ leaving.length }} more</span>
    </p>
  </section>
</template>

<style scoped>
.inspector { padding: 10px 12px 16px 14px; }
h3.cap { margin: 12px 0 3px; font-size: 13px; }
p { margin: 5px 0; }
.links { margin-top: 10px; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 2px 8px; margin: 0 0 6px; }
dt { font-family: var(--narrow); font-size: 15px; color: var(--quiet); }
dd { margin: 0; text-align: right; }
</style>
