<script setup lang="ts">
import { computed } from 'vue'

import type { Bonding, Cable, ModeAnswer } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, sizeLocks } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { useDesk } from '@/stores/desk'
import { list, term, titled } from '@/stores/words'

const props = defineProps<{ stationId: string; mode: ModeAnswer | undefined }>()
const desk = useDesk()

const index = computed(() => desk.job?.stations.findIndex((s) => s.id === props.stationId) ?? -1)
const station = computed(() => desk.job?.stations[index.value])
const base = computed(() => `/stations/${index.value}`)
const bond = computed(() => props.mode?.stations.find((s) => s.station === props.stationId))
const feedIndex = computed(() => desk.job?.runs.findIndex((r) => r.to_station === props.stationId && r.id === fedBy.value) ?? -1)
const fedBy = computed(() => props.mode?.runs.find((w) => w.live && desk.job?.runs.some((r) => r.id === w.run && r.to_station === props.stationId))?.run)
const feed = computed(() => desk.job?.runs[feedIndex.value])
const steel = computed(() => props.mode?.runs.find((w) => w.run === fedBy.value)?.equipment.includes('raceway'))

const NEUTRAL_BONDS = list<Bonding['neutral']>('neutral_bonds')
const BONDS = computed<{ value: Bonding['neutral']; words: string }[]>(() => [
  { value: null, words: bond.value?.planned ? `${bond.value.bond} planned` : 'as it belongs' },
  ...NEUTRAL_BONDS,
])
const BARS = list<Bonding['ground_bar']>('ground_bars')

const RACEWAY_BONDS = list<Cable['raceway_bonded']>('raceway_bonds')

function set(name: string, value: unknown) {
  void desk.edit([{ op: 'add', path: `${base.value}/${name}`, value }])
}

function setFeed(name: string, value: boolean | null) {
  void desk.edit([{ op: 'add', path: `/runs/${feedIndex.value}/${name}`, value }])
}
</script>

<template>
  <section v-if="station" class="fields" aria-label="Bonds">
    <h2 class="cap">{{ station.name }}</h2>
    <template v-if="station.kind !== 'utility'">
      <ChoiceField v-if="bond?.neutral || station.bonding.neutral" :label="`${titled('grounded')} to ${term('enclosure')}`" :value="station.bonding.neutral" :choices="BONDS" :pointer="`${base}/bonding/neutral`" :hint="`What joins the ${term('grounded')} to the ${term('enclosure')}; a relay inside closes when its own source runs`" @change="(v) => set('bonding/neutral', v)" />
      <ChoiceField v-if="station.bonding.neutral === 'wire'" label="of size, copper" :value="station.bonding.jumper_size" :choices="sizeLocks('')" :pointer="`${base}/bonding/jumper_size`" @change="(v) => set('bonding/jumper_size', v)" />
      <ChoiceField :label="titled('bar')" :value="station.bonding.ground_bar" :choices="BARS" :pointer="`${base}/bonding/ground_bar`" @change="(v) => set('bonding/ground_bar', v)" />
      <p v-if="bond?.jumper" class="figure narrow"><span class="quiet">Bonding jumper asked for</span><FigureButton :figure="bond.jumper" :title="`bonding jumper at ${station.name}`" /></p>
      <p v-if="bond?.electrode_conductor" class="figure narrow"><span class="quiet">To the electrodes</span><FigureButton :figure="bond.electrode_conductor" :title="`electrode conductor of ${station.name}`" /></p>
      <ChoiceField v-if="feed && feed.use === 'service' && steel" label="Its steel raceway" :value="feed.cable.raceway_bonded" :choices="RACEWAY_BONDS" :pointer="`/runs/${feedIndex}/cable/raceway_bonded`" @change="(v) => setFeed('cable/raceway_bonded', v)" />
      <template v-if="feed && feed.use !== 'service'">
        <SwitchField :label="`Fed with no ${term('protective')}`" :value="feed.cable.no_egc" :pointer="`/runs/${feedIndex}/cable/no_egc`" @change="(v) => setFeed('cable/no_egc', v)" />
        <SwitchField v-if="feed.cable.no_egc" label="Ground-fault protection ahead of it" :value="feed.ground_fault_protected" :pointer="`/runs/${feedIndex}/ground_fault_protected`" @change="(v) => setFeed('ground_fault_protected', v)" />
      </template>
      <ChoiceField v-if="station.transfer" :label="`Switches the ${term('grounded')}`" :value="station.transfer.switches_neutral" :choices="KNOWN" :pointer="`${base}/transfer/switches_neutral`" @change="(v) => set('transfer/switches_neutral', v)" />
      <NumberField v-if="station.kind === 'generator' && station.generator" label="Reactance in a fault" :value="station.generator.reactance_pct" unit="%" :pointer="`${base}/generator/reactance_pct`" hint="From its sheet; 15 % of its rating is only the start value" @change="(v) => v && set('generator/reactance_pct', v)" />
      <NumberField v-if="station.kind === 'inverter' && station.generator" label="Gives into a fault" :value="station.generator.surge_times" unit="×" :pointer="`${base}/generator/surge_times`" hint="Times its rating, from its sheet; 2 is only the start value" @change="(v) => v && set('generator/surge_times', v)" />
    </template>
  </section>
</template>

<style scoped>
.fields { padding: 10px 12px 16px 14px; }
h2 { margin-bottom: 4px; }
.figure { display: flex; justify-content: space-between; margin: 3px 0; font-size: 15px; }
</style>
