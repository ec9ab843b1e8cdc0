<script setup lang="ts">
import { computed, toRef } from 'vue'

import RecordFields from './RecordFields.vue'
import { useEdited } from './useEdited'
import ChoiceField from '@/fields/ChoiceField.vue'
import { livedIn, LOAD_METHODS, PLACE_KINDS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { useUnits } from '@/stores/units'

const props = defineProps<{ placeId: string }>()
const units = useUnits()
const { place, base, load, set } = useEdited(toRef(props, 'placeId'))
const offered = computed(() => LOAD_METHODS.filter((c) => c.value === null || load.value?.methods.some((m) => m.id === c.value)))
</script>

<template>
  <section v-if="place" class="facts" aria-label="Place">
    <h2 class="cap">{{ place.name }}</h2>
    <ChoiceField label="It is a" :value="place.kind" :choices="PLACE_KINDS" :pointer="`${base}/kind`" @change="(v) => set('kind', v)" />
    <template v-if="livedIn(place.kind)">
      <NumberField label="Floor area" :value="place.floor_area" auto="needed" :unit="units.area.sign" :pointer="`${base}/floor_area`" hint="Outside dimensions, without garage and open porch" @change="(v) => set('floor_area', v)" />
      <NumberField label="Kitchen circuits" :value="place.small_appliance_circuits" :pointer="`${base}/small_appliance_circuits`" hint="Small-appliance circuits, two at least" @change="(v) => set('small_appliance_circuits', v ?? 2)" />
      <NumberField label="Laundry circuits" :value="place.laundry_circuits" :pointer="`${base}/laundry_circuits`" @change="(v) => set('laundry_circuits', v ?? 1)" />
      <SwitchField label="Stands already, and is added to" :value="place.state === 'stays'" :pointer="`${base}/state`" @change="(v) => set('state', v ? 'stays' : 'comes')" />
      <ChoiceField label="Counted by" :value="place.load_method" :choices="offered" :pointer="`${base}/load_method`" hint="Blank: the house rule chooses among what may be used" @change="(v) => set('load_method', v)" />
      <RecordFields :place-id="placeId" />
    </template>
    <p v-if="load" class="why narrow">{{ load.why }}</p>
  </section>
</template>

<style scoped>
.facts { padding: 10px 12px 16px 14px; }
.why { margin: 10px 0 0; padding-top: 8px; border-top: 1px solid var(--rule); font-size: 15px; }
</style>
