<script setup lang="ts">
import { computed, toRef } from 'vue'

import { useEdited } from '../useEdited'
import type { Appliance } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { APPLIANCE_KINDS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import StateFields from '@/fields/StateFields.vue'
import SwitchField from '@/fields/SwitchField.vue'
import TextField from '@/fields/TextField.vue'
import { useDesk } from '@/stores/desk'
import { list } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const at = defineModel<number | null>('at', { required: true })
const desk = useDesk()
const { place, base, setAppliance, removeAppliance } = useEdited(toRef(props, 'placeId'))
const appliance = computed(() => place.value?.appliances[at.value ?? -1])
const pointer = computed(() => `${base.value}/appliances/${at.value}`)
const ACROSS = list<Appliance['across']>('appliance_across')
const LEGS = list<Appliance['leg']>('legs')
const NEUTRAL = list<Appliance['needs_neutral']>('needs_neutral')
const stations = computed(() => [
  { value: null, words: 'not on the drawing' },
  ...(desk.job?.stations ?? [])
    .filter((s) => s.place === props.placeId && s.kind !== 'utility' && s.kind !== 'panelboard')
    .map((s) => ({ value: s.id, words: s.name })),
])

function set(fields: Partial<Appliance>) {
  if (at.value !== null) void setAppliance(at.value, fields)
}

async function remove() {
  const gone = at.value
  at.value = null
  if (gone !== null) await removeAppliance(gone)
}
</script>

<template>
  <section v-if="appliance" class="editor" aria-label="Appliance">
    <h2 class="cap">Appliance</h2>
    <TextField label="Name" :value="appliance.name" :pointer="`${pointer}/name`" :maxlength="80" @change="(v) => set({ name: v })" />
    <ChoiceField label="Kind" :value="appliance.kind" :choices="APPLIANCE_KINDS" :pointer="`${pointer}/kind`" @change="(v) => set(v === 'welder' ? { kind: v } : { kind: v, duty_pct: null })" />
    <NumberField label="How many" :value="appliance.count" :pointer="`${pointer}/count`" @change="(v) => set({ count: v ?? 1 })" />
    <NumberField label="Nameplate" :value="appliance.va" auto="—" unit="VA" :pointer="`${pointer}/va`" hint="VA or W of one; a figure here takes the place of the amperes" @change="(v) => set({ va: v, amps: null })" />
    <NumberField label="or" :value="appliance.amps" auto="—" unit="A" :pointer="`${pointer}/amps`" hint="A of one; a figure here takes the place of the VA" @change="(v) => set({ va: null, amps: v })" />
    <ChoiceField label="At" :value="appliance.across" :choices="ACROSS" :pointer="`${pointer}/across`" hint="Line to line whatever the supply’s voltage" @change="(v) => set(v === 'lines' ? { leg: null, across: v } : { across: v })" />
    <ChoiceField v-if="appliance.across === 'neutral'" label="Hangs on" :value="appliance.leg" :choices="LEGS" :pointer="`${pointer}/leg`" @change="(v) => set({ leg: v })" />
    <ChoiceField label="Stands at" :value="appliance.station" :choices="stations" :pointer="`${pointer}/station`" hint="The equipment on the drawing whose circuit carries this load" @change="(v) => set({ station: v })" />
    <NumberField label="Minimum circuit" :value="appliance.min_circuit_a" auto="by load" unit="A" lockable set-word="clear" :pointer="`${pointer}/min_circuit_a`" hint="On the plate of an air conditioner or heat pump" @change="(v) => set({ min_circuit_a: v })" />
    <NumberField label="Largest device" :value="appliance.max_device_a" auto="by load" unit="A" lockable set-word="clear" :pointer="`${pointer}/max_device_a`" hint="Largest breaker or fuse on its plate" @change="(v) => set({ max_device_a: v })" />
    <NumberField v-if="appliance.kind === 'welder'" label="Duty cycle" :value="appliance.duty_pct" auto="100" unit="%" lockable set-word="clear" :pointer="`${pointer}/duty_pct`" hint="On its plate; its circuit is made for the share of the plate’s current that goes with it" @change="(v) => set({ duty_pct: v })" />
    <ChoiceField v-if="appliance.across === 'lines'" label="Needs a neutral" :value="appliance.needs_neutral" :choices="NEUTRAL" :pointer="`${pointer}/needs_neutral`" @change="(v) => set({ needs_neutral: v })" />
    <NumberField label="Limited to" :value="appliance.managed_va" auto="no limit" unit="VA" lockable set-word="clear" :pointer="`${pointer}/managed_va`" hint="By listed load management, in service and feeder" @change="(v) => set({ managed_va: v })" />
    <StateFields :part="appliance" :pointer="pointer" @change="set" />
    <SwitchField label="Motor-driven" :value="appliance.motor" :pointer="`${pointer}/motor`" @change="(v) => set({ motor: v })" />
    <SwitchField label="Runs three hours or more" :value="appliance.continuous" :pointer="`${pointer}/continuous`" @change="(v) => set({ continuous: v })" />
    <TextField label="Never runs together with (a group’s name)" :value="appliance.never_with ?? ''" :pointer="`${pointer}/never_with`" :maxlength="80" @change="(v) => set({ never_with: v.trim() || null })" />
    <p class="acts">
      <v-btn @click="at = null">Done</v-btn>
      <v-btn @click="remove">Remove</v-btn>
    </p>
  </section>
</template>

<style scoped>
.editor { padding: 10px 12px 16px 14px; }
.acts { display: flex; gap: 8px; margin: 10px 0 0; }
</style>
