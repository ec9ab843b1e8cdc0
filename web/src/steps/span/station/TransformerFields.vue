<script setup lang="ts">
import type { Transformer } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { SYSTEMS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import { useDesk } from '@/stores/desk'

const props = defineProps<{ transformer: Transformer; base: string }>()
const desk = useDesk()

function set<K extends keyof Transformer>(name: K, value: Transformer[K]) {
  void desk.edit([{ op: 'add', path: `${props.base}/${name}`, value }])
}
</script>

<template>
  <h3 class="cap">The transformer</h3>
  <ChoiceField label="Delivers" :value="transformer.secondary" :choices="SYSTEMS" :pointer="`${base}/secondary`" hint="Its primary takes what its run brings" @change="(v) => set('secondary', v)" />
  <NumberField label="Rated" :value="transformer.kva" unit="kVA" :pointer="`${base}/kva`" @change="(v) => set('kva', v ?? 10)" />
  <NumberField label="Impedance" :value="transformer.impedance_pct" unit="%" :pointer="`${base}/impedance_pct`" hint="From its plate" @change="(v) => set('impedance_pct', v ?? 3)" />
  <NumberField label="X over R" :value="transformer.x_over_r" :pointer="`${base}/x_over_r`" @change="(v) => set('x_over_r', v ?? 1)" />
  <NumberField label="Core loss" :value="transformer.no_load_pct" unit="%" :pointer="`${base}/no_load_pct`" hint="Percent of its rating, all year" @change="(v) => set('no_load_pct', v ?? 0.5)" />
  <NumberField label="Its secondary on" :value="transformer.secondary_breaker_a" auto="nothing" unit="A" lockable set-word="clear" :pointer="`${base}/secondary_breaker_a`" hint="Breaker or fuse at its secondary" @change="(v) => set('secondary_breaker_a', v)" />
</template>

<style scoped>
h3.cap { margin: 12px 0 3px; font-size: 13px; }
</style>
