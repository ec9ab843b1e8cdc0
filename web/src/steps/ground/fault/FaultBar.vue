<script setup lang="ts">
import type { Asked } from './useFault'
import type { ModeAnswer } from '@/api/types'
import { numberIn } from '@/fields/entry/number'
import { list, term, titled } from '@/stores/words'

defineProps<{ modes: ModeAnswer[]; neutral: boolean }>()
const mode = defineModel<string>('mode', { required: true })
const asked = defineModel<Asked>('asked', { required: true })

const KINDS = list<Asked['kind']>('faults')
const GROUNDS = list<Asked['equipment']>('equipment_states')
function set(part: Partial<Asked>) {
  asked.value = { ...asked.value, ...part }
}

function number(event: Event, name: 'extra_a' | 'earth_ohm', most: number) {
  const value = numberIn((event.target as HTMLInputElement).value)
  if (Number.isFinite(value) && value >= 0 && value <= most) set({ [name]: value })
  else (event.target as HTMLInputElement).value = String(asked.value[name])
}
</script>

<template>
  <div class="bar">
    <div class="group" role="group" aria-label="Fed by">
      <v-btn v-for="m in modes" :key="m.id" class="pick narrow" :aria-pressed="m.id === mode" @click="mode = m.id">{{ m.name }}</v-btn>
    </div>
    <div class="group" role="group" aria-label="What is dropped">
      <v-btn v-for="k in KINDS" :key="k.value" class="pick narrow" :aria-pressed="asked.kind === k.value" :disabled="k.value === 'line-to-neutral' && !neutral" @click="set({ kind: k.value })">{{ k.words }}</v-btn>
    </div>
    <div class="said narrow">{{ titled('ground') }} wire <v-select :model-value="asked.equipment" :aria-label="`${titled('ground')} wire here`" :items="GROUNDS" @update:model-value="(equipment) => set({ equipment })" /></div>
    <v-checkbox-btn v-if="neutral" class="narrow" :model-value="asked.neutral_open" :label="`${term('grounded')} open`" @update:model-value="set({ neutral_open: !asked.neutral_open })" />
    <div v-if="neutral" class="said narrow"><v-text-field class="mono right number" inputmode="decimal" :aria-label="`More on one ${term('leg')}, A`" :model-value="asked.extra_a" @change="number($event, 'extra_a', 1000)" /> A more on one {{ term('leg') }}</div>
    <div v-if="asked.kind === 'line-to-earth'" class="said narrow">through <v-text-field class="mono right number" inputmode="decimal" :aria-label="`Between the ${term('ungrounded')} and the soil, ohm`" :model-value="asked.earth_ohm" @change="number($event, 'earth_ohm', 100000)" /> ohm</div>
  </div>
</template>

<style scoped>
.bar { display: flex; flex-wrap: wrap; gap: 6px 12px; align-items: center; padding: 8px 14px 0; }
.group { display: inline-flex; border: 1px solid var(--ink); }
.pick { border: 0; border-left: 1px solid var(--ink); background: none; color: var(--ink); padding: 2px 7px; font-size: 15px; font-weight: 500; cursor: pointer; white-space: nowrap; }
.pick:first-child { border-left: 0; }
.pick:enabled:hover { background: var(--soft); }
.pick:disabled { color: var(--quiet); cursor: default; }
.pick[aria-pressed='true'], .pick[aria-pressed='true']:hover { background: var(--ink); color: var(--paper); }
.said { display: inline-flex; align-items: baseline; gap: 5px; font-size: 15px; white-space: nowrap; }
.said .v-select { width: 118px; }
.number { width: 44px; }
</style>
