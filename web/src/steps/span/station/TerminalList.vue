<script setup lang="ts">
import { computed } from 'vue'

import type { Gear } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { sizeLocks } from '@/fields/choices'
import { TERMINAL_METALS } from '@/steps/panels/lists'
import { list } from '@/stores/words'

type Terminal = Gear['lugs'][number]
const props = defineProps<{ terminals: Gear['lugs']; base: string }>()
const emit = defineEmits<{ change: [terminals: Gear['lugs']] }>()
const GEAR_TERMINALS = list<Terminal['of']>('gear_terminals')
const SIZES = computed(() => sizeLocks('').map((size) => (size.value === null ? { ...size, words: 'not marked' } : size)))
const NEW: Terminal = { of: 'line', least_size: null, most_size: null, metal: 'both' }

function set(at: number, part: Partial<Terminal>) {
  emit('change', props.terminals.map((t, i) => (i === at ? { ...t, ...part } : t)))
}
</script>

<template>
  <section class="terminals" aria-label="Terminals as marked">
    <div v-for="(terminal, at) in terminals" :key="at" class="terminal">
      <ChoiceField label="Terminal" :value="terminal.of" :choices="GEAR_TERMINALS" :pointer="`${base}/${at}/of`" @change="(v) => set(at, { of: v })" />
      <ChoiceField label="takes from" :value="terminal.least_size" :choices="SIZES" :pointer="`${base}/${at}/least_size`" @change="(v) => set(at, { least_size: v })" />
      <ChoiceField label="up to" :value="terminal.most_size" :choices="SIZES" :pointer="`${base}/${at}/most_size`" @change="(v) => set(at, { most_size: v })" />
      <ChoiceField label="marked for" :value="terminal.metal" :choices="TERMINAL_METALS" :pointer="`${base}/${at}/metal`" @change="(v) => set(at, { metal: v })" />
      <v-btn @click="emit('change', terminals.filter((_, i) => i !== at))">Remove</v-btn>
    </div>
    <v-btn @click="emit('change', [...terminals, NEW])">Add a terminal’s marking</v-btn>
  </section>
</template>

<style scoped>
.terminals { margin: 6px 0; }
.terminal { margin-bottom: 8px; padding: 4px 8px 8px; border: 1px solid var(--rule); }
</style>
