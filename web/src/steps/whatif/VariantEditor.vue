<script setup lang="ts">
import { computed } from 'vue'

import type { Fix, PatchStep, Variant } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { METALS, SYSTEMS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import TextField from '@/fields/TextField.vue'
import { useDesk } from '@/stores/desk'
import { term, titled } from '@/stores/words'

const props = defineProps<{ variant: Variant; at: number; names: Map<string, string>; take: Fix | null; trouble: string }>()
const desk = useDesk()
const base = computed(() => `/variants/${props.at}`)
const runs = computed(() => [{ value: null, words: 'every run' }, ...[...props.names].map(([value, words]) => ({ value, words: words.split(' → ')[1] ?? words }))])
const KEEP = { value: null, words: 'as it is' }

function set<K extends keyof Variant>(name: K, value: Variant[K]) {
  void desk.edit([{ op: 'add', path: `${base.value}/${name}`, value }])
}
</script>

<template>
  <div class="variant">
    <TextField label="Variant" :value="variant.name" :pointer="`${base}/name`" :maxlength="80" @change="(v) => set('name', v)" />
    <ChoiceField label="Run to" :value="variant.run" :choices="runs" :pointer="`${base}/run`" @change="(v) => set('run', v)" />
    <ChoiceField label="Metal" :value="variant.metal" :choices="[KEEP, ...METALS]" :pointer="`${base}/metal`" @change="(v) => set('metal', v)" />
    <NumberField :label="titled('device')" :value="variant.breaker_a" auto="same" unit="A" lockable set-word="clear" :pointer="`${base}/breaker_a`" @change="(v) => set('breaker_a', v)" />
    <ChoiceField label="Line at" :value="variant.system" :choices="[KEEP, ...SYSTEMS]" :pointer="`${base}/system`" @change="(v) => set('system', v)" />
    <SwitchField :label="`One ${term('raceway')} size up`" :value="variant.pipe_up" :pointer="`${base}/pipe_up`" @change="(v) => set('pipe_up', v)" />
    <p v-if="trouble" class="danger narrow">{{ trouble }}</p>
    <p class="acts">
      <v-btn :disabled="!take" @click="take && desk.edit(take.patch as unknown as PatchStep[])">Build it so</v-btn>
      <v-btn variant="text" class="narrow quiet" @click="desk.edit([{ op: 'remove', path: base }])">Remove</v-btn>
    </p>
  </div>
</template>

<style scoped>
.variant { min-width: 168px; font-weight: 400; }
.acts { display: flex; align-items: center; gap: 10px; margin: 5px 0; }
</style>
