<script setup lang="ts">
import { computed, toRef } from 'vue'

import { freeSpot } from './plan'
import type { Footprint, Place } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, livedIn, PLACE_KINDS, SOILS, SYSTEMS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import TextField from '@/fields/TextField.vue'
import SourceFields from '@/steps/span/station/SourceFields.vue'
import { nameplateText } from '@/steps/loads/appliance/words'
import { useEdited } from '@/steps/loads/useEdited'
import { useDesk } from '@/stores/desk'
import { useUnits } from '@/stores/units'
import { list, titled } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const desk = useDesk()
const units = useUnits()
const { place, base, set } = useEdited(toRef(props, 'placeId'))
const stations = computed(() => (desk.job?.stations ?? []).map((s, i) => ({ s, i })).filter(({ s }) => s.place === props.placeId))
const utility = computed(() => stations.value.find(({ s }) => s.kind === 'utility'))
const now = computed(() => place.value?.appliances.filter((a) => a.state === 'comes' || a.state === 'for-now') ?? [])
const later = computed(() => place.value?.appliances.filter((a) => a.state === 'later') ?? [])
const PIPES = list<Place['water_pipe']>('water_pipes')

function putOn() {
  if (desk.job && place.value) void set('footprint', freeSpot(desk.job, place.value.kind))
}

function size(part: Partial<Footprint>) {
  if (place.value?.footprint) void set('footprint', { ...place.value.footprint, ...part })
}
</script>

<template>
  <section v-if="place" :key="placeId" class="card" aria-label="Place">
    <div class="part">
      <TextField label="Name" :value="place.name" :pointer="`${base}/name`" :maxlength="80" @change="(v) => set('name', v)" />
      <ChoiceField label="It is a" :value="place.kind" :choices="PLACE_KINDS" :pointer="`${base}/kind`" @change="(v) => set('kind', v)" />
      <template v-if="place.footprint">
        <NumberField label="Wide, east to west" :value="place.footprint.width" :unit="units.length.sign" :pointer="`${base}/footprint/width`" @change="(v) => v && size({ width: v })" />
        <NumberField label="Deep, north to south" :value="place.footprint.depth" :unit="units.length.sign" :pointer="`${base}/footprint/depth`" @change="(v) => v && size({ depth: v })" />
      </template>
      <v-btn v-else @click="putOn">Put it on the plan</v-btn>
      <NumberField v-if="livedIn(place.kind)" label="Floor area" :value="place.floor_area" auto="needed" :unit="units.area.sign" :pointer="`${base}/floor_area`" hint="Outside dimensions, all floors, without garage and open porch" @change="(v) => set('floor_area', v)" />
      <SwitchField label="Stands already" :value="place.state === 'stays'" :pointer="`${base}/state`" @change="(v) => set('state', v ? 'stays' : 'comes')" />
      <ChoiceField v-if="!livedIn(place.kind)" label="Pool here" :value="place.pool" :choices="KNOWN" :pointer="`${base}/pool`" hint="A pool, spa or fountain, or the equipment of one" @change="(v) => set('pool', v)" />
      <ChoiceField label="Soil" :value="place.soil" :choices="SOILS" :pointer="`${base}/soil`" @change="(v) => set('soil', v)" />
      <ChoiceField label="Water pipe" :value="place.water_pipe" :choices="PIPES" :pointer="`${base}/water_pipe`" hint="In the earth, to this place" @change="(v) => set('water_pipe', v)" />
      <ChoiceField v-if="utility" :label="`${titled('supplier')} delivers`" :value="utility.s.supply" :choices="SYSTEMS" :pointer="`/stations/${utility.i}/supply`" @change="(v) => desk.edit([{ op: 'add', path: `/stations/${utility?.i}/supply`, value: v }])" />
      <SourceFields v-if="utility" :source="utility.s.source" :base="`/stations/${utility.i}/source`" @change="(v) => desk.edit([{ op: 'add', path: `/stations/${utility?.i}/source`, value: v }])" />
    </div>
    <div class="part">
      <template v-if="place.kind !== 'yard' || now.length">
        <h3 class="cap">Wanted now</h3>
        <p v-for="a in now" :key="a.id" class="wish"><span>{{ a.name }}</span><span class="mono">{{ nameplateText(a) }}</span></p>
        <p v-if="!now.length" class="narrow quiet">Nothing new entered.</p>
        <h3 v-if="later.length" class="cap">Wanted later</h3>
        <p v-for="a in later" :key="a.id" class="wish"><span>{{ a.name }}</span><span class="mono">{{ nameplateText(a) }}</span></p>
        <router-link v-if="desk.id" class="narrow" :to="{ name: 'loads', params: { id: desk.id } }">Enter what it takes in Loads</router-link>
      </template>
      <TextField label="Seen on the walk" :value="place.note" :pointer="`${base}/note`" :rows="3" :maxlength="4000" @change="(v) => set('note', v)" />
    </div>
  </section>
</template>

<style scoped>
.card { display: grid; grid-template-columns: repeat(auto-fit, minmax(240px, 1fr)); gap: 0 32px; padding: 0 14px 16px; }
h3.cap { margin: 6px 0 3px; font-size: 13px; }
.wish { display: flex; justify-content: space-between; gap: 8px; margin: 1px 0; font-family: var(--narrow); font-size: 15px; }
.wish .mono { font-size: 12px; white-space: nowrap; }
a { color: inherit; }
</style>
