<script setup lang="ts" generic="T extends string | number | boolean | null">
import { computed, inject } from 'vue'

import { deskKey, useDesk } from '@/stores/desk'

const props = defineProps<{
  label: string
  value: T
  choices: readonly { value: T; words: string }[]
  pointer: string
  hint?: string
  bare?: boolean
}>()
const emit = defineEmits<{ change: [value: T] }>()
const desk = inject(deskKey, useDesk, true)

const waits = computed(() => desk.waitingAt(props.pointer))
const shown = computed(() => (waits.value ? waits.value.value : props.value) as T)
const refusal = computed(() => desk.problems.find((p) => p.pointer === props.pointer)?.words ?? (desk.unsentAt(props.pointer) ? 'not saved yet' : ''))
</script>

<template>
  <div class="field" :title="hint">
    <span v-if="!bare" class="label narrow">{{ label }}</span>
    <v-select class="entry choice mono" :model-value="shown" :aria-label="label" :items="choices" :error="!!refusal" @update:model-value="(picked) => emit('change', picked)" />
    <span v-if="refusal" class="refusal narrow" role="alert">{{ refusal }}</span>
  </div>
</template>

<style scoped src="./field.css"></style>
