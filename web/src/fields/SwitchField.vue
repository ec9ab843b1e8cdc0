<script setup lang="ts">
import { computed, inject } from 'vue'

import { vHeld } from './entry/held'
import { deskKey, useDesk } from '@/stores/desk'

const props = defineProps<{ label: string; value: boolean; pointer: string; hint?: string }>()
const emit = defineEmits<{ change: [value: boolean] }>()
const desk = inject(deskKey, useDesk, true)

const waits = computed(() => desk.waitingAt(props.pointer))
const shown = computed(() => (waits.value ? waits.value.value === true : props.value))
const refusal = computed(() => desk.problems.find((p) => p.pointer === props.pointer)?.words ?? (desk.unsentAt(props.pointer) ? 'not saved yet' : ''))
</script>

<template>
  <v-checkbox-btn v-held="{ shown, settled: desk.settled }" class="switch narrow" :title="hint" :model-value="shown" @update:model-value="(on) => emit('change', on === true)">
    <template #label>{{ label }}<span v-if="refusal" class="danger" role="alert">&nbsp;{{ refusal }}</span></template>
  </v-checkbox-btn>
</template>

<style scoped>
.switch { display: flex; }
</style>
