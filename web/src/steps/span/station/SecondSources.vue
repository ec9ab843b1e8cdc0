<script setup lang="ts">
import type { Gear } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import TextField from '@/fields/TextField.vue'
import { list, term } from '@/stores/words'

type Source = Gear['second_sources'][number]
const props = defineProps<{ sources: Gear['second_sources']; base: string }>()
const emit = defineEmits<{ change: [sources: Gear['second_sources']] }>()
const KINDS = list<Source['kind']>('second_sources')
const NEW: Source = { name: 'Solar', kind: 'solar', output_a: 16, breaker_a: null, far_end: null, disconnect: null }

function set(at: number, part: Partial<Source>) {
  emit('change', props.sources.map((s, i) => (i === at ? { ...s, ...part } : s)))
}
</script>

<template>
  <section class="sources" aria-label="Second sources on this bus">
    <div v-for="(source, at) in sources" :key="at" class="source">
      <TextField label="Second source" :value="source.name" :pointer="`${base}/${at}/name`" :maxlength="80" @change="(v) => set(at, { name: v })" />
      <ChoiceField label="It is" :value="source.kind" :choices="KINDS" :pointer="`${base}/${at}/kind`" @change="(v) => set(at, { kind: v })" />
      <NumberField label="Gives at most" :value="source.output_a" unit="A" :pointer="`${base}/${at}/output_a`" hint="Rated output current of its inverter" @change="(v) => v && set(at, { output_a: v })" />
      <NumberField :label="`Its ${term('device')}`" :value="source.breaker_a" auto="unknown" unit="A" lockable set-word="clear" :pointer="`${base}/${at}/breaker_a`" @change="(v) => set(at, { breaker_a: v })" />
      <ChoiceField label="At the far end" :value="source.far_end" :choices="KNOWN" :pointer="`${base}/${at}/far_end`" hint="Of the bus, away from the main" @change="(v) => set(at, { far_end: v })" />
      <ChoiceField label="Own disconnect" :value="source.disconnect" :choices="KNOWN" :pointer="`${base}/${at}/disconnect`" @change="(v) => set(at, { disconnect: v })" />
      <v-btn @click="emit('change', sources.filter((_, i) => i !== at))">Remove</v-btn>
    </div>
    <v-btn @click="emit('change', [...sources, NEW])">Add solar or storage on this bus</v-btn>
  </section>
</template>

<style scoped>
.sources { margin: 6px 0; }
.source { margin-bottom: 8px; padding: 4px 8px 8px; border: 1px solid var(--rule); }
</style>
