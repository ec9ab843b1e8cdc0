<script setup lang="ts">
import { computed } from 'vue'

import type { Gear, Station } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { useDesk } from '@/stores/desk'

const props = defineProps<{ gear: Gear; kind: Station['kind']; base: string }>()
const desk = useDesk()
const panel = computed(() => props.kind === 'panelboard')
// A source and a transformer say their rating for themselves.
const rated = computed(() => !['generator', 'inverter', 'transformer'].includes(props.kind))
const KNOWN = [
  { value: null, words: 'not on record' },
  { value: true, words: 'yes' },
  { value: false, words: 'no' },
] as const
const NUMBERS = [
  { name: 'rating_a', label: 'Rated', unit: 'A', hint: 'Main breaker, or bus where it has none' },
  { name: 'interrupting_ka', label: 'Breaks', unit: 'kA', hint: 'Interrupting rating of its devices' },
] as const
const REACH = [
  { name: 'handle_height_in', label: 'Handle at', unit: 'in', hint: 'Grip at its highest, above the floor' },
  { name: 'working_depth_in', label: 'Clear depth', unit: 'in', hint: 'Working space in front' },
  { name: 'working_width_in', label: 'Clear width', unit: 'in', hint: 'Working space in front' },
] as const

function set<K extends keyof Gear>(name: K, value: Gear[K]) {
  void desk.edit([{ op: 'add', path: `${props.base}/${name}`, value }])
}
</script>

<template>
  <h3 class="cap">The gear</h3>
  <NumberField v-for="n in rated ? NUMBERS : []" :key="n.name" :label="n.label" :value="gear[n.name]" auto="unknown" :unit="n.unit" lockable set-word="clear" :pointer="`${base}/${n.name}`" :hint="n.hint" @change="(v) => set(n.name, v)" />
  <NumberField v-if="panel" label="Spaces" :value="gear.spaces" auto="unknown" lockable set-word="clear" :pointer="`${base}/spaces`" @change="(v) => set('spaces', v)" />
  <ChoiceField label="Has a main" :value="gear.has_main" :choices="KNOWN" :pointer="`${base}/has_main`" hint="A disconnect of its own" @change="(v) => set('has_main', v)" />
  <ChoiceField label="Outdoors" :value="gear.outdoors" :choices="KNOWN" :pointer="`${base}/outdoors`" @change="(v) => set('outdoors', v)" />
  <ChoiceField label="Surge device" :value="gear.surge_protected" :choices="KNOWN" :pointer="`${base}/surge_protected`" @change="(v) => set('surge_protected', v)" />
  <NumberField v-for="n in REACH" :key="n.name" :label="n.label" :value="gear[n.name]" auto="unknown" :unit="n.unit" lockable set-word="clear" :pointer="`${base}/${n.name}`" :hint="n.hint" @change="(v) => set(n.name, v)" />
  <SwitchField v-if="panel" label="Back-fed through a plug-in breaker" :value="gear.back_fed" @change="(v) => set('back_fed', v)" />
  <SwitchField v-if="gear.back_fed" label="Held by its retainer" :value="gear.retained === true" @change="(v) => set('retained', v)" />
</template>

<style scoped>
h3.cap { margin: 12px 0 3px; font-size: 13px; }
</style>
