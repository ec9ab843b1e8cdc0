<script setup lang="ts">
import { toRef } from 'vue'

import { useGrounding } from '../useGrounding'
import ChoiceField from '@/fields/ChoiceField.vue'
import { sizeLocks } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { list } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const { place, base, known, ground, set } = useGrounding(toRef(props, 'placeId'))
const BONDED = list<boolean | null>('piping_bonds')
</script>

<template>
  <template v-if="known">
    <h3 class="cap">Piping and terminals</h3>
    <SwitchField label="Metal water piping inside" :value="known.water_piping" :pointer="`${base}/water_piping`" @change="(v) => set('water_piping', v)" />
    <template v-if="known.water_piping">
      <ChoiceField label="Water piping is" :value="known.water_bonded" :choices="BONDED" :pointer="`${base}/water_bonded`" @change="(v) => set('water_bonded', v)" />
      <p class="figure narrow"><span class="quiet">Its jumper, asked for</span><FigureButton :figure="ground?.water_jumper" :title="`water piping jumper at ${place?.name}`" /></p>
      <ChoiceField label="Its jumper, copper" :value="known.water_jumper" :choices="sizeLocks(String(ground?.water_jumper?.value ?? ''))" :pointer="`${base}/water_jumper`" @change="(v) => set('water_jumper', v)" />
    </template>
    <SwitchField label="Metal gas piping inside" :value="known.gas_piping" :pointer="`${base}/gas_piping`" @change="(v) => set('gas_piping', v)" />
    <ChoiceField v-if="known.gas_piping" label="Gas piping is" :value="known.gas_bonded" :choices="BONDED" :pointer="`${base}/gas_bonded`" @change="(v) => set('gas_bonded', v)" />
    <NumberField v-if="ground?.intersystem" label="Intersystem terminals" :value="known.intersystem_terminals" auto="unknown" lockable set-word="clear" :pointer="`${base}/intersystem_terminals`" hint="Where telephone, cable and aerial bond, outside" @change="(v) => set('intersystem_terminals', v)" />
  </template>
</template>

<style scoped>
h3.cap { margin: 10px 0 3px; font-size: 13px; }
.figure { display: flex; justify-content: space-between; margin: 1px 0; font-size: 15px; }
</style>
