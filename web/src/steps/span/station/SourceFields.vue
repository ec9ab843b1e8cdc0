<script setup lang="ts">
import type { UtilitySource } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import { list, term } from '@/stores/words'

const props = defineProps<{ source: UtilitySource | null; base: string }>()
/** How a supply may be earthed, where the code book asks for it. */
const arrangements = list<UtilitySource['earthing']>('supply_earthing')
const emit = defineEmits<{ change: [source: UtilitySource | null] }>()

function set(part: Partial<UtilitySource>) {
  const next: UtilitySource = { fault_a: null, kva: null, impedance_pct: null, earth_ohm: null, earthing: null, loop_ohm: null, ...props.source, ...part }
  emit('change', Object.values(next).some((v) => v !== null) ? next : null)
}
</script>

<template>
  <h3 class="cap">Behind it</h3>
  <template v-if="arrangements.length">
    <ChoiceField label="Earthing" :value="source?.earthing ?? null" :choices="arrangements" :pointer="`${base}/earthing`" @change="(v) => set({ earthing: v })" />
    <NumberField v-if="source?.earthing" label="Loop outside (Ze)" :value="source.loop_ohm" auto="not measured" unit="ohm" lockable set-word="clear" :pointer="`${base}/loop_ohm`" @change="(v) => set({ loop_ohm: v })" />
  </template>
  <NumberField label="Fault current" :value="source?.fault_a ?? null" :auto="`ask ${term('supplier')}`" unit="A" lockable set-word="clear" :pointer="`${base}/fault_a`" :hint="`Available fault current, from the ${term('supplier')}`" @change="(v) => set({ fault_a: v })" />
  <template v-if="!source?.fault_a">
    <NumberField label="or transformer" :value="source?.kva ?? null" auto="unknown" unit="kVA" lockable set-word="clear" :pointer="`${base}/kva`" @change="(v) => set({ kva: v })" />
    <NumberField label="impedance" :value="source?.impedance_pct ?? null" auto="on its plate" unit="%" lockable set-word="clear" :pointer="`${base}/impedance_pct`" @change="(v) => set({ impedance_pct: v })" />
  </template>
  <NumberField :label="`Its own ${term('step_ground').toLowerCase()}`" :value="source?.earth_ohm ?? null" auto="unknown" unit="ohm" lockable set-word="clear" :pointer="`${base}/earth_ohm`" :hint="`The ${term('supplier')}’s electrodes at the transformer; ${term('step_ground')} says what is taken where it is not known`" @change="(v) => set({ earth_ohm: v })" />
</template>

<style scoped>
h3.cap { margin: 12px 0 3px; font-size: 13px; }
</style>
