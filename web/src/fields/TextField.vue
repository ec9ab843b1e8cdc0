<script setup lang="ts">
import { computed, inject } from 'vue'

import { useTyped } from './typed'
import { deskKey, useDesk } from '@/stores/desk'

const props = defineProps<{ label: string; value: string; pointer: string; rows?: number; maxlength: number }>()
const emit = defineEmits<{ change: [value: string] }>()
const desk = inject(deskKey, useDesk, true)

const { typed, editing, unsaved } = useTyped(() => props.value, desk, (one, other) => one.trim() === other.trim())
const refusal = computed(() => {
  const said = desk.problems.find((p) => p.pointer === props.pointer)?.words
  return said ?? (desk.unsentAt(props.pointer) ? 'not saved yet' : unsaved.value ? 'not saved' : '')
})

function commit() {
  if (typed.value !== props.value) emit('change', typed.value)
}
</script>

<template>
  <label class="text narrow quiet">
    {{ label }}
    <textarea
      v-if="rows" v-model="typed" :rows="rows" :maxlength="maxlength" @change="commit" @focus="editing = true" @blur="editing = false"
    />
    <input
      v-else v-model="typed" :maxlength="maxlength" :aria-invalid="!!refusal" @change="commit" @focus="editing = true" @blur="editing = false"
    />
    <span v-if="refusal" class="danger" role="alert">{{ refusal }}</span>
  </label>
</template>

<style scoped>
.text { display: block; font-size: 15px; margin: 4px 0; }
input, textarea { display: block; box-sizing: border-box; width: 100%; border: 1px solid var(--rule); background: none; color: var(--ink); font: 14px var(--words); padding: 4px 6px; }
</style>
