<script setup lang="ts">
import { computed, toRef } from 'vue'

import { ELECTRODE_KINDS, ELECTRODE_METALS, FIELDS, PLACINGS } from './electrodeWords'
import { useGrounding } from '../useGrounding'
import type { Electrode } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, sizeLocks } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import StateFields from '@/fields/StateFields.vue'
import { stateSteps } from '@/fields/states'
import SwitchField from '@/fields/SwitchField.vue'
import { useDesk } from '@/stores/desk'
import { told, useUnits, type Quantity } from '@/stores/units'
import { list } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const at = defineModel<number | null>('at', { required: true })
const { known, base, setElectrode, remove } = useGrounding(toRef(props, 'placeId'))

const desk = useDesk()
const units = useUnits()

/** What is taken where nothing is entered, told in the job's units. */
function usual(value: number, quantity: Quantity): string {
  return String(told({ value }, { value: quantity }, { units: units.value.id }).value)
}

const e = computed(() => (at.value === null ? undefined : known.value?.electrodes[at.value]))
const pointer = computed(() => `${base.value}/electrodes/${at.value}`)
/** What goes, and may be stood in for. */
const olds = computed(() => (known.value?.electrodes ?? []).filter((o) => o.id !== e.value?.id && o.state === 'goes').map((o) => ({ value: o.id, words: ELECTRODE_KINDS.find((k) => k.value === o.kind)?.words ?? o.id })))
const has = (name: keyof Electrode) => !!e.value && FIELDS[e.value.kind].includes(name)
const BACKFILL = { diameter: Number(usual(6, 'small')), ohm_m: 2.5 }
const LAYOUTS = list<Electrode['layout']>('layouts')

function set<K extends keyof Electrode>(name: K, value: Electrode[K]) {
  if (at.value !== null) void setElectrode(at.value, name, value)
}

async function takeOut() {
  const gone = at.value
  at.value = null
  if (gone !== null) await remove(gone)
}
</script>

<template>
  <div v-if="e" class="editor">
    <ChoiceField label="Metal" :value="e.metal" :choices="ELECTRODE_METALS" :pointer="`${pointer}/metal`" @change="(v) => set('metal', v)" />
    <NumberField v-if="has('count')" label="How many alike" :value="e.count" :pointer="`${pointer}/count`" @change="(v) => v && set('count', v)" />
    <template v-if="e.count > 1">
      <NumberField label="Apart" :value="e.spacing" :auto="usual(6, 'length')" :unit="units.length.sign" lockable :pointer="`${pointer}/spacing`" @change="(v) => set('spacing', v)" />
      <ChoiceField v-if="e.count > 2" label="Stand" :value="e.layout" :choices="LAYOUTS" :pointer="`${pointer}/layout`" @change="(v) => set('layout', v)" />
    </template>
    <NumberField v-if="has('length')" label="In the ground" :value="e.length" auto="common" :unit="units.length.sign" lockable :pointer="`${pointer}/length`" @change="(v) => set('length', v)" />
    <NumberField v-if="has('diameter')" label="Thick" :value="e.diameter" auto="common" :unit="units.small.sign" lockable :pointer="`${pointer}/diameter`" @change="(v) => set('diameter', v)" />
    <SwitchField v-if="e.kind === 'rod'" label="A listed rod, which may be thinner" :value="e.listed" :pointer="`${pointer}/listed`" @change="(v) => set('listed', v)" />
    <NumberField v-if="has('area')" label="Exposed, both sides" :value="e.area" :auto="usual(2, 'area')" :unit="units.area.sign" lockable :pointer="`${pointer}/area`" @change="(v) => set('area', v)" />
    <NumberField v-if="has('thickness')" label="Thick" :value="e.thickness" auto="unknown" :unit="units.small.sign" lockable :pointer="`${pointer}/thickness`" @change="(v) => set('thickness', v)" />
    <ChoiceField v-if="has('wire_size')" label="Wire" :value="e.wire_size" :choices="sizeLocks('')" :pointer="`${pointer}/wire_size`" @change="(v) => set('wire_size', v)" />
    <template v-if="has('placing')">
      <ChoiceField label="Driven" :value="e.placing" :choices="PLACINGS" :pointer="`${pointer}/placing`" @change="(v) => set('placing', v)" />
      <NumberField v-if="e.placing === 'slanted'" label="From the vertical" :value="e.slant_deg" auto="0" unit="°" lockable :pointer="`${pointer}/slant_deg`" @change="(v) => set('slant_deg', v)" />
    </template>
    <template v-if="has('placing') && e.placing === 'upright'">
      <SwitchField label="Its hole is filled with backfill" :value="e.backfill !== null" :pointer="`${pointer}/backfill`" @change="(v) => set('backfill', v ? BACKFILL : null)" />
      <template v-if="e.backfill">
        <NumberField label="Hole" :value="e.backfill.diameter" :unit="units.small.sign" :pointer="`${pointer}/backfill/diameter`" hint="Across" @change="(v) => v && e?.backfill && set('backfill', { ...e.backfill, diameter: v })" />
        <NumberField label="Backfill, moist" :value="e.backfill.ohm_m" unit="ohm·m" :pointer="`${pointer}/backfill/ohm_m`" hint="By its maker’s sheet; 2.5 is wet bentonite" @change="(v) => v && e?.backfill && set('backfill', { ...e.backfill, ohm_m: v })" />
      </template>
    </template>
    <NumberField v-if="has('depth') || e.placing === 'trench'" label="Lies deep" :value="e.depth" :auto="usual(30, 'small')" :unit="units.small.sign" lockable :pointer="`${pointer}/depth`" @change="(v) => set('depth', v)" />
    <template v-if="has('x')">
      <NumberField label="East on the plan" :value="e.x" auto="auto" :unit="units.length.sign" lockable :pointer="`${pointer}/x`" hint="Of the first one" @change="(v) => set('x', v)" />
      <NumberField label="North on the plan" :value="e.y" auto="auto" :unit="units.length.sign" lockable :pointer="`${pointer}/y`" @change="(v) => set('y', v)" />
    </template>
    <template v-if="e.kind === 'water-pipe'">
      <NumberField label="Clamped inside at" :value="e.lands_from_entry" auto="unknown" :unit="units.length.sign" lockable :pointer="`${pointer}/lands_from_entry`" hint="Along the pipe from where it comes in" @change="(v) => set('lands_from_entry', v)" />
      <ChoiceField label="Jumper round the meter" :value="e.bonded_past_meter" :choices="KNOWN" :pointer="`${pointer}/bonded_past_meter`" @change="(v) => set('bonded_past_meter', v)" />
    </template>
    <NumberField v-if="has('cover')" label="Concrete round it" :value="e.cover" :auto="usual(2, 'small')" :unit="units.small.sign" lockable :pointer="`${pointer}/cover`" hint="Between the bar and the soil" @change="(v) => set('cover', v)" />
    <SwitchField v-if="has('stands_in_footing')" label="Stands upright in a pier" :value="e.stands_in_footing" :pointer="`${pointer}/stands_in_footing`" @change="(v) => set('stands_in_footing', v)" />
    <ChoiceField label="Wire of its own" :value="e.conductor_size" :choices="sizeLocks('')" :pointer="`${pointer}/conductor_size`" hint="What bonds it to the others, or to the service" @change="(v) => set('conductor_size', v)" />
    <ChoiceField label="Clamp listed for burial" :value="e.clamp_for_burial" :choices="KNOWN" :pointer="`${pointer}/clamp_for_burial`" @change="(v) => set('clamp_for_burial', v)" />
    <NumberField label="Tested at" :value="e.measured_ohm" auto="not tested" unit="ohm" lockable :pointer="`${pointer}/measured_ohm`" hint="All of them together, by a test" @change="(v) => set('measured_ohm', v)" />
    <StateFields :part="e" :pointer="pointer" :olds="olds" @change="(fields) => desk.edit(stateSteps(pointer, fields))" />
    <SwitchField label="Bonded into the system" :value="e.connected" :pointer="`${pointer}/connected`" @change="(v) => set('connected', v)" />
    <v-btn aria-label="Remove this electrode" @click="takeOut">Remove</v-btn>
  </div>
</template>

<style scoped>
.editor { margin-top: 8px; padding: 8px 10px; border: 1px solid var(--rule); }
.editor .v-btn--variant-outlined { margin-top: 6px; }
</style>
