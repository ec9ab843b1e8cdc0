<script setup lang="ts">
import { computed } from 'vue'

import SecondSources from './SecondSources.vue'
import TerminalList from './TerminalList.vue'
import type { Gear, Station } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { GEAR_ROOMS, KNOWN, OVERCURRENTS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { useDesk } from '@/stores/desk'
import { useUnits } from '@/stores/units'
import { list } from '@/stores/words'

const props = defineProps<{ gear: Gear; kind: Station['kind']; base: string }>()
const desk = useDesk()
const units = useUnits()
const panel = computed(() => props.kind === 'panelboard')
const asksForDevice = computed(() => ['disconnect', 'transfer-switch', 'equipment'].includes(props.kind))
// A source and a transformer say their rating for themselves.
const rated = computed(() => !['generator', 'inverter', 'transformer', 'converter', 'joint'].includes(props.kind))
const NUMBERS = [
  { name: 'rating_a', label: 'Rated', unit: 'A', hint: 'Main breaker, or bus where it has none' },
  { name: 'interrupting_ka', label: 'Breaks', unit: 'kA', hint: 'Interrupting rating of its devices' },
] as const
const REACH = [
  { name: 'handle_height', label: 'Handle at', unit: 'small', hint: 'Grip at its highest, above the floor' },
  { name: 'working_depth', label: 'Clear depth', unit: 'small', hint: 'Working space in front' },
  { name: 'working_width', label: 'Clear width', unit: 'small', hint: 'Working space in front' },
] as const

const MORE = [
  { name: 'bus_a', label: 'Bus', unit: 'A', hint: 'Rating of the bus where it has a main of its own' },
  { name: 'series_ka', label: 'Series rated', unit: 'kA', hint: 'Marked, with the device ahead of it' },
  { name: 'circuits', label: 'Two-wire circuits', unit: '', hint: 'Where it feeds one or two only' },
] as const
/** Gear in which the mains of a service may stand. */
const holdsMains = computed(() => ['panelboard', 'service-disconnect', 'meter'].includes(props.kind))
const CONDITIONS = list<Gear['working_condition']>('working_conditions')
const source = computed(() => ['utility', 'generator', 'inverter', 'transformer'].includes(props.kind))

function set<K extends keyof Gear>(name: K, value: Gear[K]) {
  void desk.edit([{ op: 'add', path: `${props.base}/${name}`, value }])
}
</script>

<template>
  <h3 class="cap">The gear</h3>
  <NumberField v-for="n in rated ? NUMBERS : []" :key="n.name" :label="n.label" :value="gear[n.name]" auto="unknown" :unit="n.unit" lockable set-word="clear" :pointer="`${base}/${n.name}`" :hint="n.hint" @change="(v) => set(n.name, v)" />
  <NumberField v-if="panel" label="Spaces" :value="gear.spaces" auto="unknown" lockable set-word="clear" :pointer="`${base}/spaces`" @change="(v) => set('spaces', v)" />
  <template v-if="asksForDevice">
    <ChoiceField label="Guards by" :value="gear.overcurrent" :choices="OVERCURRENTS" :pointer="`${base}/overcurrent`" hint="What in it guards the wire that leaves it; that it switches guards nothing" @change="(v) => set('overcurrent', v)" />
    <NumberField v-if="gear.overcurrent === 'fuses'" label="Fuses" :value="gear.fuse_a" auto="as rated" unit="A" lockable set-word="clear" :pointer="`${base}/fuse_a`" @change="(v) => set('fuse_a', v)" />
  </template>
  <ChoiceField v-if="kind !== 'disconnect' && kind !== 'joint'" label="Has a main" :value="gear.has_main" :choices="KNOWN" :pointer="`${base}/has_main`" hint="A disconnect of its own" @change="(v) => set('has_main', v)" />
  <ChoiceField label="Outdoors" :value="gear.outdoors" :choices="KNOWN" :pointer="`${base}/outdoors`" @change="(v) => set('outdoors', v)" />
  <ChoiceField label="Surge device" :value="gear.surge_protected" :choices="KNOWN" :pointer="`${base}/surge_protected`" @change="(v) => set('surge_protected', v)" />
  <NumberField v-for="n in REACH" :key="n.name" :label="n.label" :value="gear[n.name]" auto="unknown" :unit="units[n.unit].sign" lockable set-word="clear" :pointer="`${base}/${n.name}`" :hint="n.hint" @change="(v) => set(n.name, v)" />
  <SwitchField v-if="panel" label="Back-fed through a plug-in breaker" :value="gear.back_fed" :pointer="`${base}/back_fed`" @change="(v) => set('back_fed', v)" />
  <SwitchField v-if="gear.back_fed" label="Held by its retainer" :value="gear.retained === true" :pointer="`${base}/retained`" @change="(v) => set('retained', v)" />
  <details>
    <summary class="narrow">More about the gear</summary>
    <NumberField v-for="n in rated ? MORE : []" :key="n.name" :label="n.label" :value="gear[n.name]" auto="unknown" :unit="n.unit" lockable set-word="clear" :pointer="`${base}/${n.name}`" :hint="n.hint" @change="(v) => set(n.name, v)" />
    <template v-if="holdsMains">
      <NumberField label="Service mains in it" :value="gear.mains" auto="one" lockable set-word="clear" :pointer="`${base}/mains`" hint="Side by side in one enclosure; its rating is of all of them" @change="(v) => set('mains', v)" />
      <ChoiceField v-if="gear.mains" label="each apart" :value="gear.main_compartments" :choices="KNOWN" :pointer="`${base}/main_compartments`" hint="In a compartment of its own, closed off from the others" @change="(v) => set('main_compartments', v)" />
    </template>
    <NumberField v-if="rated" label="Torque" :value="gear.torque" auto="unknown" :unit="units.torque.sign" lockable set-word="clear" :pointer="`${base}/torque`" hint="Of its lugs, the maker’s figure; it goes on the sheet" @change="(v) => set('torque', v)" />
    <ChoiceField label="Hangs" :value="gear.room" :choices="GEAR_ROOMS" :pointer="`${base}/room`" @change="(v) => set('room', v)" />
    <ChoiceField label="Nearest the entry" :value="gear.nearest_entry" :choices="KNOWN" :pointer="`${base}/nearest_entry`" hint="A disconnect: outdoors, or inside nearest to where its wires come in" @change="(v) => set('nearest_entry', v)" />
    <ChoiceField label="Across from it" :value="gear.working_condition" :choices="CONDITIONS" :pointer="`${base}/working_condition`" hint="What faces it over the working space" @change="(v) => set('working_condition', v)" />
    <ChoiceField v-if="source" label="Ground detection" :value="gear.ground_detection" :choices="KNOWN" :pointer="`${base}/ground_detection`" hint="Of a source that has no neutral" @change="(v) => set('ground_detection', v)" />
    <TerminalList v-if="!panel" :terminals="gear.lugs" :base="`${base}/lugs`" @change="(v) => set('lugs', v)" />
    <SecondSources v-if="panel || kind === 'service-disconnect'" :sources="gear.second_sources" :base="`${base}/second_sources`" @change="(v) => set('second_sources', v)" />
  </details>
</template>

<style scoped>
details { margin-top: 8px; border-top: 1px solid var(--rule); padding-top: 4px; }
summary { cursor: pointer; font-size: 15px; font-weight: 600; }
h3.cap { margin: 12px 0 3px; font-size: 13px; }
</style>
