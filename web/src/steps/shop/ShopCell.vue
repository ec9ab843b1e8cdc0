<script setup lang="ts">
import { useTyped } from '@/fields/typed'
import { useShop } from '@/stores/shop'

const props = defineProps<{ value: string; label: string; figure?: boolean; maxlength?: number }>()
const emit = defineEmits<{ change: [value: string] }>()
const { typed, editing, unsaved } = useTyped(() => props.value, useShop())

function commit() {
  if (typed.value !== props.value) emit('change', typed.value)
}
</script>

<template>
  <input
    v-model="typed" :class="{ mono: figure, number: figure, unsaved }" :aria-label="label" :inputmode="figure ? 'decimal' : undefined"
    :maxlength="maxlength" :aria-invalid="unsaved" @change="commit" @focus="editing = true" @blur="editing = false"
  />
  <span v-if="unsaved" class="danger narrow word" role="alert">not saved</span>
</template>

<style scoped src="./rows.css"></style>
<style scoped>
.unsaved { border-bottom: 2px solid var(--danger); }
.word { display: block; font-size: 14px; }
</style>
