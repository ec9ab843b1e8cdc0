<script setup lang="ts">
import { computed } from 'vue'

import { pairPatch } from '@/pages/jobs/building'
import type { Generator, Station, TransferSwitch } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, SYSTEMS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { useDesk } from '@/stores/desk'
import { useUnits } from '@/stores/units'
import { list, term } from '@/stores/words'

const props = defineProps<{ station: Station; base: string }>()
const desk = useDesk()
const units = useUnits()
const FUELS = list<Generator['fuel']>('fuels')

const LEGS = list<Generator['leg']>('source_legs')
/** Where it stands in the job, and whether something is fed that a second one could feed beside it. */
const at = computed(() => desk.job?.stations.findIndex((s) => s.id === props.station.id) ?? -1)
const canPair = computed(() => props.station.generator?.leg === null && (desk.job?.runs.some((r) => r.from_station === props.station.id) ?? false))

const FORMS = list<TransferSwitch['form']>('transfer_forms')

function set<K extends keyof Generator>(name: K, value: Generator[K]) {
  void desk.edit([{ op: 'add', path: `${props.base}/generator/${name}`, value }])
}

function setSwitch<K extends keyof TransferSwitch>(name: K, value: TransferSwitch[K]) {
  void desk.edit([{ op: 'add', path: `${props.base}/transfer/${name}`, value }])
}
</script>

<template>
  <template v-if="station.generator">
    <h3 class="cap">The source</h3>
    <NumberField label="Rated" :value="station.generator.kw" unit="kW" :pointer="`${base}/generator/kw`" @change="(v) => v && set('kw', v)" />
    <NumberField label="Units" :value="station.generator.units" :pointer="`${base}/generator/units`" hint="Inverters of 120 V stand in pairs, one for each leg" @change="(v) => v && set('units', v)" />
    <ChoiceField label="Delivers" :value="station.generator.system" :choices="SYSTEMS" :pointer="`${base}/generator/system`" @change="(v) => set('system', v)" />
    <template v-if="station.generator.system === '120-2w'">
      <ChoiceField label="Stands for" :value="station.generator.leg" :choices="LEGS" :pointer="`${base}/generator/leg`" hint="Where another source stands for the other leg" @change="(v) => set('leg', v)" />
      <ChoiceField v-if="station.generator.leg" label="Locked to the other" :value="station.generator.opposed" :choices="KNOWN" :pointer="`${base}/generator/opposed`" hint="Half a turn apart, so that the two make 240 V" @change="(v) => set('opposed', v)" />
    </template>
    <v-btn v-if="canPair" @click="desk.job && desk.edit(pairPatch(desk.job, at))">Make it two, a leg of 120 V each</v-btn>
    <template v-if="station.kind === 'generator'">
      <ChoiceField label="Burns" :value="station.generator.fuel" :choices="FUELS" :pointer="`${base}/generator/fuel`" @change="(v) => set('fuel', v)" />
      <NumberField label="Left on this fuel" :value="station.generator.fuel_pct" unit="%" :pointer="`${base}/generator/fuel_pct`" hint="Of its rating; from its sheet" @change="(v) => v && set('fuel_pct', v)" />
      <NumberField label="Altitude" :value="station.generator.altitude" :unit="units.length.sign" :pointer="`${base}/generator/altitude`" @change="(v) => set('altitude', v ?? 0)" />
      <NumberField :label="`Lost per 1000 ft${units.id === 'us' ? '' : ', 305 m'}`" :value="station.generator.altitude_loss_pct" unit="%" :pointer="`${base}/generator/altitude_loss_pct`" hint="From its sheet; 3.5 % is common" @change="(v) => set('altitude_loss_pct', v ?? 3.5)" />
      <NumberField label="Diversion load" :value="station.generator.diversion_w" auto="none" unit="W" lockable set-word="clear" :pointer="`${base}/generator/diversion_w`" hint="Where a governor burns what nobody uses" @change="(v) => set('diversion_w', v)" />
    </template>
    <NumberField :label="`Its ${term('device')}`" :value="station.generator.breaker_a" auto="auto" unit="A" lockable :pointer="`${base}/generator/breaker_a`" @change="(v) => set('breaker_a', v)" />
    <NumberField label="Room for later" :value="station.generator.later_kw" auto="none" unit="kW" lockable set-word="clear" :pointer="`${base}/generator/later_kw`" hint="A bigger set to size its feeder for" @change="(v) => set('later_kw', v)" />
  </template>
  <template v-if="station.transfer">
    <h3 class="cap">The transfer switch</h3>
    <ChoiceField label="It is" :value="station.transfer.form" :choices="FORMS" :pointer="`${base}/transfer/form`" @change="(v) => setSwitch('form', v)" />
    <template v-if="station.transfer.form === 'interlock'">
      <NumberField label="Inlet" :value="station.transfer.inlet_a" auto="unknown" unit="A" lockable set-word="clear" :pointer="`${base}/transfer/inlet_a`" hint="And its back-fed breaker" @change="(v) => setSwitch('inlet_a', v)" />
      <ChoiceField label="Breaker held down" :value="station.gear.retained" :choices="KNOWN" :pointer="`${base}/gear/retained`" hint="The back-fed breaker has its retainer" @change="(v) => desk.edit([{ op: 'add', path: `${base}/gear/retained`, value: v }])" />
    </template>
    <SwitchField label="Changes over by itself" :value="station.transfer.automatic" :pointer="`${base}/transfer/automatic`" @change="(v) => setSwitch('automatic', v)" />
    <SwitchField label="Sheds load to fit the source" :value="station.transfer.managed" :pointer="`${base}/transfer/managed`" @change="(v) => setSwitch('managed', v)" />
    <SwitchField label="Service rated" hint="Suitable as service equipment" :value="station.transfer.service_rated" :pointer="`${base}/transfer/service_rated`" @change="(v) => setSwitch('service_rated', v)" />
  </template>
</template>

<style scoped>
h3.cap { margin: 12px 0 3px; font-size: 13px; }
</style>
