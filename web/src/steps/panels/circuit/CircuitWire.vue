<script setup lang="ts">
import { computed } from 'vue'

import { usePanelDesk } from '../usePanel'
import type { Cable, PanelCircuit } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { INSULATIONS, KNOWN, LOCATIONS, METALS, RACEWAYS, sizeLocks } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { useUnits } from '@/stores/units'

const panel = usePanelDesk()
const units = useUnits()
const props = defineProps<{ circuit: PanelCircuit }>()
const circuit = computed(() => props.circuit)
const at = computed(() => `${panel.base.value}/panel/circuits/${panel.circuits.value.findIndex((c) => c.id === circuit.value.id)}`)
const size = computed(() => panel.solved.value.get(circuit.value.id)?.size ?? '')
const cable = computed(() => circuit.value.cable)
const bars = computed(() => panel.panel.value?.bars ?? [])

function set(fields: Record<string, unknown>) {
  void panel.setCircuit(circuit.value.id, fields)
}

/** A cable begins as the one that most circuits of a house are; its length is what tells. */
function setLength(length: number | null) {
  if (length === null) set({ cable: null })
  else if (cable.value) set({ 'cable/length': length })
  else set({ cable: { length, metal: 'cu', insulation: 'NM', raceway: 'none', location: 'dry' } satisfies Partial<Cable> })
}

function holes(kind: 'neutral' | 'ground') {
  return bars.value.filter((b) => kind === b.kind || kind === 'ground').flatMap((b) =>
    Array.from({ length: b.holes }, (_, i) => ({ value: `${b.id}:${i + 1}` as string | null, words: `${b.id} ${i + 1}` })),
  )
}

const HOLES = computed(() => ({ neutral: [{ value: null, words: 'none yet' }, ...holes('neutral')], ground: [{ value: null, words: 'none yet' }, ...holes('ground')] }))

function said(hole: PanelCircuit['neutral_at']): string | null {
  return hole ? `${hole.bar}:${hole.hole}` : null
}

function land(field: 'neutral_at' | 'ground_at', words: string | null) {
  const [bar, hole] = words?.split(':') ?? []
  set({ [field]: words ? { bar, hole: Number(hole) } : null })
}
</script>

<template>
  <details open>
    <summary class="narrow">Wire</summary>
    <NumberField label="To its first outlet" :value="cable?.length ?? null" :unit="units.length.sign" lockable set-word="none" :pointer="`${at}/cable/length`" @change="setLength" />
    <ChoiceField label="Size" :value="circuit.size" :choices="sizeLocks(size)" :pointer="`${at}/size`" @change="(s) => set({ size: s })" />
    <template v-if="cable">
      <ChoiceField label="Metal" :value="cable.metal" :choices="METALS" :pointer="`${at}/cable/metal`" @change="(metal) => set({ 'cable/metal': metal })" />
      <ChoiceField label="Cable or wire" :value="cable.insulation" :choices="INSULATIONS" :pointer="`${at}/cable/insulation`" @change="(insulation) => set({ 'cable/insulation': insulation })" />
      <ChoiceField label="Pipe" :value="cable.raceway" :choices="RACEWAYS" :pointer="`${at}/cable/raceway`" @change="(raceway) => set({ 'cable/raceway': raceway })" />
      <ChoiceField label="Lies" :value="cable.location" :choices="LOCATIONS" :pointer="`${at}/cable/location`" @change="(location) => set({ 'cable/location': location })" />
      <ChoiceField v-if="cable.metal === 'al'" label="Ends marked for aluminium" :value="circuit.marked_for_aluminium" :choices="KNOWN" :pointer="`${at}/marked_for_aluminium`" @change="(v) => set({ marked_for_aluminium: v })" />
      <SwitchField label="White wire is a hot" :value="circuit.white_hot" :pointer="`${at}/white_hot`" @change="(white_hot) => set({ white_hot })" />
      <ChoiceField v-if="circuit.white_hot" label="Marked so at every end" :value="circuit.remarked" :choices="KNOWN" :pointer="`${at}/remarked`" @change="(remarked) => set({ remarked })" />
    </template>
    <template v-if="bars.length">
      <ChoiceField label="Neutral in" :value="said(circuit.neutral_at)" :choices="HOLES.neutral" :pointer="`${at}/neutral_at`" @change="(v) => land('neutral_at', v)" />
      <ChoiceField label="Ground in" :value="said(circuit.ground_at)" :choices="HOLES.ground" :pointer="`${at}/ground_at`" @change="(v) => land('ground_at', v)" />
    </template>
  </details>
</template>

<style scoped>
details { border-top: 1px solid var(--rule); padding: 3px 0; }
summary { font-size: 15px; color: var(--quiet); cursor: pointer; }
</style>
