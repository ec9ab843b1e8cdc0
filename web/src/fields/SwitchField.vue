<script setup lang="ts">
import { computed, inject } from 'vue'

import { vHeld } from './held'
import { deskKey, useDesk } from '@/stores/desk'

const props = defineProps<{ label: string; value: boolean; pointer: string; hint?: string }>()
const emit = defineEmits<{ change: [value: boolean] }>()
const desk = inject(deskKey, useDesk, true)

const unsent = computed(() => desk.unsentAt(props.pointer))
const shown = computed(() => (unsent.value ? unsent.value.value === true : props.value))
const refusal = computed(() => desk.problems.find((p) => p.pointer === props.pointer)?.words ?? (unsent.value ? 'not saved yet' : ''))
</script>

<template>
  <label class="switch narrow" :title="hint">
    <input v-held="{ shown, settled: desk.settled }" type="checkbox" @change="emit('change', ($event.target as HTMLInputElement).checked)" />
    <span>{{ label }}<span v-if="refusal" class="danger" role="alert"> {{ refusal }}</span></span>
  </label>
</template>

<style scoped>
.switch { display: flex; gap: 7px; align-items: center; padding: 2px 0; font-size: 15px; cursor: pointer; }
input { accent-color: var(--ink); margin: 0; }
</style>
