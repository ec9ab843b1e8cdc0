<script setup lang="ts">
import { computed, toRef } from 'vue'

import { ELECTRODE_METALS, FIELDS, PLACINGS } from './electrodeWords'
import { useGrounding } from './useGrounding'
import type { Electrode } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, sizeLocks } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'

const props = defineProps<{ placeId: string }>()
const at = defineModel<number | null>('at', { required: true })
const { known, base, setElectrode, remove } = useGrounding(toRef(props, 'placeId'))

const e = computed(() => (at.value === null ? undefined : known.value?.electrodes[at.value]))
const pointer = computed(() => `${base.value}/electrodes/${at.value}`)
const has = (name: keyof Electrode) => !!e.value && FIELDS[e.value.kind].includes(name)
const LAYOUTS: { value: Electrode['layout']; words: string }[] = [
  { value: 'row', words: 'in a row' },
  { value: 'ring', words: 'in a ring' },
]

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
      <NumberField label="Apart" :value="e.spacing_ft" auto="6" unit="ft" lockable :pointer="`${pointer}/spacing_ft`" @change="(v) => set('spacing_ft', v)" />
      <ChoiceField v-if="e.count > 2" label="Stand" :value="e.layout" :choices="LAYOUTS" :pointer="`${pointer}/layout`" @change="(v) => set('layout', v)" />
    </template>
    <NumberField v-if="has('length_ft')" label="In the earth" :value="e.length_ft" auto="common" unit="ft" lockable :pointer="`${pointer}/length_ft`" @change="(v) => set('length_ft', v)" />
    <NumberField v-if="has('diameter_in')" label="Thick" :value="e.diameter_in" auto="common" unit="in" lockable :pointer="`${pointer}/diameter_in`" @change="(v) => set('diameter_in', v)" />
    <SwitchField v-if="e.kind === 'rod'" label="A listed rod, which may be thinner" :value="e.listed" :pointer="`${pointer}/listed`" @change="(v) => set('listed', v)" />
    <NumberField v-if="has('area_ft2')" label="Exposed, both sides" :value="e.area_ft2" auto="2" unit="ft²" lockable :pointer="`${pointer}/area_ft2`" @change="(v) => set('area_ft2', v)" />
    <NumberField v-if="has('thickness_in')" label="Thick" :value="e.thickness_in" auto="unknown" unit="in" lockable :pointer="`${pointer}/thickness_in`" @change="(v) => set('thickness_in', v)" />
    <ChoiceField v-if="has('wire_size')" label="Wire" :value="e.wire_size" :choices="sizeLocks('')" :pointer="`${pointer}/wire_size`" @change="(v) => set('wire_size', v)" />
    <template v-if="has('placing')">
      <ChoiceField label="Driven" :value="e.placing" :choices="PLACINGS" :pointer="`${pointer}/placing`" @change="(v) => set('placing', v)" />
      <NumberField v-if="e.placing === 'slanted'" label="From the vertical" :value="e.slant_deg" auto="0" unit="°" lockable :pointer="`${pointer}/slant_deg`" @change="(v) => set('slant_deg', v)" />
    </template>
    <NumberField v-if="has('depth_in') || e.placing === 'trench'" label="Lies deep" :value="e.depth_in" auto="30" unit="in" lockable :pointer="`${pointer}/depth_in`" @change="(v) => set('depth_in', v)" />
    <template v-if="has('x_ft')">
      <NumberField label="East on the plan" :value="e.x_ft" auto="auto" unit="ft" lockable :pointer="`${pointer}/x_ft`" hint="Of the first one" @change="(v) => set('x_ft', v)" />
      <NumberField label="North on the plan" :value="e.y_ft" auto="auto" unit="ft" lockable :pointer="`${pointer}/y_ft`" @change="(v) => set('y_ft', v)" />
    </template>
    <template v-if="e.kind === 'water-pipe'">
      <NumberField label="Clamped inside at" :value="e.lands_from_entry_ft" auto="unknown" unit="ft" lockable :pointer="`${pointer}/lands_from_entry_ft`" hint="Feet of pipe from where it comes in" @change="(v) => set('lands_from_entry_ft', v)" />
      <ChoiceField label="Jumper round the meter" :value="e.bonded_past_meter" :choices="KNOWN" :pointer="`${pointer}/bonded_past_meter`" @change="(v) => set('bonded_past_meter', v)" />
    </template>
    <NumberField v-if="has('cover_in')" label="Concrete round it" :value="e.cover_in" auto="2" unit="in" lockable :pointer="`${pointer}/cover_in`" hint="Between the bar and the earth" @change="(v) => set('cover_in', v)" />
    <SwitchField v-if="has('stands_in_footing')" label="Stands upright in a pier" :value="e.stands_in_footing" :pointer="`${pointer}/stands_in_footing`" @change="(v) => set('stands_in_footing', v)" />
    <ChoiceField label="Wire of its own" :value="e.conductor_size" :choices="sizeLocks('')" :pointer="`${pointer}/conductor_size`" hint="What bonds it to the others, or to the service" @change="(v) => set('conductor_size', v)" />
    <ChoiceField label="Clamp listed for burial" :value="e.clamp_for_burial" :choices="KNOWN" :pointer="`${pointer}/clamp_for_burial`" @change="(v) => set('clamp_for_burial', v)" />
    <NumberField label="Tested at" :value="e.measured_ohm" auto="not tested" unit="ohm" lockable :pointer="`${pointer}/measured_ohm`" hint="All of them together, by a test" @change="(v) => set('measured_ohm', v)" />
    <SwitchField label="There already" :value="e.existing" :pointer="`${pointer}/existing`" @change="(v) => set('existing', v)" />
    <SwitchField label="Bonded into the system" :value="e.connected" :pointer="`${pointer}/connected`" @change="(v) => set('connected', v)" />
    <button class="ink-button" @click="takeOut">Take it off the list</button>
  </div>
</template>

<style scoped>
.editor { margin-top: 8px; padding: 8px 10px; border: 1px solid var(--rule); }
.editor .ink-button { margin-top: 6px; }
</style>
