<script setup lang="ts">
import { computed, inject, ref, watch } from 'vue'

import { deskKey, useDesk } from '@/stores/desk'

/** A time of day in minutes after midnight. The browser tells every figure of a time as it is typed: it is taken once the
 * field is left, or with Enter, so that nobody is typed over.
 */
const props = defineProps<{ label: string; value: number; pointer: string; bare?: boolean }>()
const emit = defineEmits<{ change: [minutes: number] }>()

const toField = (minutes: number) => `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
const typed = ref(toField(props.value))
const editing = ref(false)
const desk = inject(deskKey, useDesk, true)
const refusal = computed(() => desk.problems.find((p) => p.pointer === props.pointer)?.words ?? '')
// What was refused stays to be put right, with the words beside it.
watch([() => props.value, () => desk.settled], ([now], [before]) => {
  if (now !== before ? !editing.value : !editing.value && !desk.notice && !desk.waitingAt(props.pointer)) typed.value = toField(now)
})

function commit() {
  editing.value = false
  const [hours, minutes] = typed.value.split(':').map(Number)
  const taken = 60 * hours + minutes
  // Left half written it is no time: the one that stands is shown again.
  if (!Number.isFinite(taken)) typed.value = toField(props.value)
  else if (taken !== props.value) emit('change', taken)
}
</script>

<template>
  <v-text-field
    v-model="typed" class="time mono" type="time" :label="bare ? undefined : label" :aria-label="label" :error-messages="refusal"
    @update:focused="(on) => (on ? (editing = true) : commit())" @keydown.enter="commit"
  />
</template>

<style scoped>
.time { display: inline-grid; width: 96px; margin-right: 8px; }
</style>
