<script setup lang="ts">
import { computed, toRef } from 'vue'

import { useGrounding } from '../useGrounding'
import type { ElectrodeConductor } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, METALS, sizeLocks } from '@/fields/choices'
import SwitchField from '@/fields/SwitchField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { list } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const { place, base, known, ground, setConductor } = useGrounding(toRef(props, 'placeId'))
const own = computed(() => known.value?.conductor)
const pointer = computed(() => `${base.value}/conductor`)
const LANDS = list<ElectrodeConductor['lands']>('lands')
</script>

<template>
  <template v-if="own">
    <h3 class="cap">Electrode conductor</h3>
    <p class="figure narrow"><span class="quiet">Asked for</span><FigureButton :figure="ground?.conductor" :title="`electrode conductor at ${place?.name}`" /></p>
    <ChoiceField label="There, or to be pulled" :value="own.size" :choices="sizeLocks(String(ground?.conductor?.value ?? ''))" :pointer="`${pointer}/size`" @change="(v) => setConductor('size', v)" />
    <ChoiceField label="Metal" :value="own.metal" :choices="METALS" :pointer="`${pointer}/metal`" @change="(v) => setConductor('metal', v)" />
    <ChoiceField label="Lands on" :value="own.lands" :choices="LANDS" :pointer="`${pointer}/lands`" @change="(v) => setConductor('lands', v)" />
    <ChoiceField label="Out of harm’s way" :value="own.protected" :choices="KNOWN" :pointer="`${pointer}/protected`" @change="(v) => setConductor('protected', v)" />
    <SwitchField label="Runs through a steel sleeve" :value="own.steel_sleeve" :pointer="`${pointer}/steel_sleeve`" @change="(v) => setConductor('steel_sleeve', v)" />
    <SwitchField v-if="own.steel_sleeve" label="Sleeve bonded at both ends" :value="own.sleeve_bonded ?? false" :pointer="`${pointer}/sleeve_bonded`" @change="(v) => setConductor('sleeve_bonded', v)" />
    <SwitchField label="Spliced with an ordinary connector" :value="own.spliced" :pointer="`${pointer}/spliced`" @change="(v) => setConductor('spliced', v)" />
    <SwitchField v-if="own.metal === 'al'" label="Ends outdoors within 18 in of the soil" :value="own.near_earth" :pointer="`${pointer}/near_earth`" @change="(v) => setConductor('near_earth', v)" />
    <SwitchField v-if="own.metal === 'al' && own.near_earth" label="In an enclosure listed for outdoors" :value="own.listed_enclosure" :pointer="`${pointer}/listed_enclosure`" @change="(v) => setConductor('listed_enclosure', v)" />
  </template>
</template>

<style scoped>
h3.cap { margin: 8px 0 3px; font-size: 13px; }
.figure { display: flex; justify-content: space-between; margin: 1px 0; font-size: 15px; }
</style>
