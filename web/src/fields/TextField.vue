<script setup lang="ts">
import { computed, inject } from 'vue'
import { VTextarea } from 'vuetify/components/VTextarea'
import { VTextField } from 'vuetify/components/VTextField'

import { useTyped } from './entry/typed'
import { deskKey, useDesk } from '@/stores/desk'

// `of` says whose it is, where several fields of one label stand on a screen.
const props = defineProps<{ label: string; of?: string; value: string; pointer: string; rows?: number; maxlength: number }>()
const emit = defineEmits<{ change: [value: string] }>()
const desk = inject(deskKey, useDesk, true)

const { typed, editing, unsaved } = useTyped(() => props.value, () => props.pointer, desk, (one, other) => one.trim() === other.trim())
const refusal = computed(() => {
  const said = desk.problems.find((p) => p.pointer === props.pointer)?.words
  return said ?? (desk.unsentAt(props.pointer) ? 'not saved yet' : unsaved.value ? 'not saved' : '')
})

function commit() {
  if (typed.value !== props.value) emit('change', typed.value)
}
</script>

<template>
  <component
    :is="rows ? VTextarea : VTextField" v-model="typed" class="text" :label="label" :aria-label="of ? `${label}, ${of}` : undefined" :aria-labelledby="of ? '' : undefined" :rows="rows" :maxlength="maxlength" :error-messages="refusal"
    @change="commit" @update:focused="(on: boolean) => (editing = on)"
  />
</template>

<style scoped>
.text { margin: 4px 0; }
</style>
