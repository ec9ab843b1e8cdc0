<script setup lang="ts">
import { computed } from 'vue'

import { usePullDesk } from './key'
import type { LaterWire } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import TextField from '@/fields/TextField.vue'
import { list } from '@/stores/words'

const pull = usePullDesk()
const { run, base } = pull
const wires = computed(() => run.value?.pull?.later ?? [])
const SIZES = list<string>('wire_sizes')
const METALS = list<LaterWire['metal']>('metals')
const INSULATIONS = list<string>('insulations')

function add() {
  const size = String(pull.desk.solution?.runs.find((r) => r.id === run.value?.id)?.figures.size?.value ?? '3/0')
  const wire = { name: 'A third hot', size, metal: run.value?.cable.metal ?? 'al', insulation: run.value?.cable.insulation ?? 'XHHW-2', count: 1, laid: false }
  void pull.set('pull', { later: [...wires.value, wire] as LaterWire[] })
}
function set(at: number, fields: Partial<LaterWire>) {
  void pull.set('pull', { later: wires.value.map((w, i) => (i === at ? { ...w, ...fields } : w)) })
}
</script>

<template>
  <h2 class="cap">Room for later</h2>
  <div v-for="(w, i) in wires" :key="i" class="one">
    <TextField label="What" :value="w.name" :maxlength="80" :pointer="`${base}/pull/later/${i}/name`" @change="(v) => set(i, { name: v })" />
    <NumberField label="How many" :value="w.count" :pointer="`${base}/pull/later/${i}/count`" @change="(v) => v && set(i, { count: v })" />
    <ChoiceField label="Size" :value="w.size" :choices="SIZES" :pointer="`${base}/pull/later/${i}/size`" @change="(v) => set(i, { size: v })" />
    <ChoiceField label="Metal" :value="w.metal" :choices="METALS" :pointer="`${base}/pull/later/${i}/metal`" @change="(v) => set(i, { metal: v })" />
    <ChoiceField label="Insulation" :value="w.insulation" :choices="INSULATIONS" :pointer="`${base}/pull/later/${i}/insulation`" @change="(v) => set(i, { insulation: v })" />
    <SwitchField label="Pulled in now, as a spare" :value="w.laid" :pointer="`${base}/pull/later/${i}/laid`" @change="(v) => set(i, { laid: v })" />
    <v-btn variant="text" class="narrow quiet" @click="pull.set('pull', { later: wires.filter((_, j) => j !== i) })">Remove</v-btn>
  </div>
  <v-btn @click="add">Add what comes later</v-btn>
</template>

<style scoped>
.one { border-left: 3px solid var(--rule); padding-left: 8px; margin-bottom: 6px; }
h2 { margin: 10px 0 2px; }
</style>
