<script setup lang="ts">
import { useTyped } from '@/fields/entry/typed'
import { useShop } from '@/stores/shop'

/** A cell of a list of hundreds: one element, where a field of the library is fifteen. */
const props = defineProps<{ value: string; label: string; figure?: boolean; maxlength?: number }>()
const emit = defineEmits<{ change: [value: string] }>()
const { typed, editing, unsaved } = useTyped(() => props.value, () => '', useShop())

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
input { width: 100%; border: 0; background: none; color: var(--ink); font: 14px var(--words); padding: 1px 0; }
input.number { width: 84px; font-family: var(--figures); text-align: right; border-bottom: 1px dotted var(--rule); }
.unsaved { border-bottom: 2px solid var(--danger); }
.word { display: block; font-size: 14px; }
</style>
