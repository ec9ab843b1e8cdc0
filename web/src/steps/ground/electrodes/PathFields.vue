<script setup lang="ts">
import { computed, ref } from 'vue'

import type { MetalPath } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { numberIn } from '@/fields/entry/number'
import NumberField from '@/fields/NumberField.vue'
import TextField from '@/fields/TextField.vue'
import { useDesk } from '@/stores/desk'
import { list } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const desk = useDesk()
const to = ref('')
const ohm = ref('')
const measured = computed(() => numberIn(ohm.value, desk.job?.units === 'metric'))
const KINDS = list<MetalPath['kind']>('metal_path_kinds')
const others = computed(() => (desk.job?.places ?? []).filter((p) => p.id !== props.placeId))
const here = computed(() =>
  (desk.job?.metal_paths ?? []).flatMap((path, at) => {
    if (path.from_place !== props.placeId && path.to_place !== props.placeId) return []
    const other = path.from_place === props.placeId ? path.to_place : path.from_place
    return [{ path, at, other: desk.job?.places.find((p) => p.id === other)?.name ?? '' }]
  }),
)

async function add() {
  const taken = new Set(desk.job?.metal_paths.map((p) => p.id))
  let i = 1
  while (taken.has(`path-${i}`)) i++
  const value: MetalPath = { id: `path-${i}`, name: 'Metal pipe', kind: 'water-pipe', from_place: props.placeId, to_place: to.value, ohm: measured.value }
  if (await desk.edit([{ op: 'add', path: '/metal_paths/-', value }])) to.value = ohm.value = ''
}

function set(at: number, name: keyof MetalPath, value: unknown) {
  void desk.edit([{ op: 'add', path: `/metal_paths/${at}/${name}`, value }])
}
</script>

<template>
  <h3 class="cap">Metal shared with another building</h3>
  <div v-for="p in here" :key="p.path.id" class="path">
    <TextField :label="`To ${p.other}`" :value="p.path.name" :pointer="`/metal_paths/${p.at}/name`" :maxlength="80" @change="(v) => set(p.at, 'name', v)" />
    <ChoiceField label="It is a" :value="p.path.kind" :choices="KINDS" :pointer="`/metal_paths/${p.at}/kind`" @change="(v) => set(p.at, 'kind', v)" />
    <NumberField label="End to end" :value="p.path.ohm" unit="ohm" :pointer="`/metal_paths/${p.at}/ohm`" hint="Bonded at both places; measure it, or reckon it" @change="(v) => v !== null && set(p.at, 'ohm', v)" />
    <v-btn variant="text" class="narrow quiet" aria-label="Remove this metal path" @click="desk.edit([{ op: 'remove', path: `/metal_paths/${p.at}` }])">Remove</v-btn>
  </div>
  <div v-if="others.length" class="add">
    <v-select v-model="to" aria-label="Other building" placeholder="choose a place" :items="others" item-title="name" item-value="id" />
    <v-text-field v-model="ohm" class="mono right ohms" inputmode="decimal" aria-label="Ohms end to end" suffix="ohm" @keydown.enter="to && measured > 0 && add()" />
    <v-btn :disabled="!to || !(measured > 0)" @click="add">Add it</v-btn>
  </div>
</template>

<style scoped>
h3.cap { margin: 10px 0 3px; font-size: 13px; }
.path { border-bottom: 1px solid var(--rule); padding-bottom: 4px; }
.path .v-btn--variant-text { text-decoration: underline; font-size: 14px; }
.add { display: flex; gap: 8px; margin-top: 6px; }
.v-select { min-width: 0; flex: 1; }
.ohms { width: 78px; }
</style>
