<script setup lang="ts" generic="T extends string | number | boolean | null">
import { computed, inject } from 'vue'

import { vHeld } from './held'
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

const unsent = computed(() => desk.unsentAt(props.pointer))
const shown = computed(() => {
  const value = unsent.value ? unsent.value.value : props.value
  return props.choices.findIndex((c) => c.value === value)
})
const refusal = computed(() => desk.problems.find((p) => p.pointer === props.pointer)?.words ?? (unsent.value ? 'not saved yet' : ''))

function pick(event: Event) {
  const select = event.target as HTMLSelectElement
  emit('change', props.choices[select.selectedIndex].value)
}
</script>

<template>
  <label class="field" :title="hint">
    <span v-if="!bare" class="label narrow">{{ label }}</span>
    <span class="entry" :class="{ bad: refusal }">
      <select v-held="{ shown, settled: desk.settled }" :aria-label="label" @change="pick">
        <option v-for="(choice, i) in choices" :key="i" :value="i">{{ choice.words }}</option>
      </select>
    </span>
    <span v-if="refusal" class="refusal narrow" role="alert">{{ refusal }}</span>
  </label>
</template>

<style scoped src="./field.css"></style>
