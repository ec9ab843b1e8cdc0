<script setup lang="ts">
import { computed, inject, ref } from 'vue'

import { readNumber } from './entry/number'
import { useTyped } from './entry/typed'
import { deskKey, useDesk } from '@/stores/desk'
import { otherwise } from '@/stores/units'
import { useView } from '@/stores/view'

const props = defineProps<{
  label: string
  value: number | null
  unit?: string
  pointer: string
  auto?: string
  lockable?: boolean
  setWord?: string
  hint?: string
  bare?: boolean
  /** How what is kept is told, where it is kept in another unit than it is typed in. */
  tell?: (kept: number) => number
}>()
const emit = defineEmits<{ change: [value: number | null] }>()
const desk = inject(deskKey, useDesk, true)
const view = useView()

const blankWord = computed(() => (props.setWord ? '' : 'auto'))
const beside = computed(() => (view.both && props.unit && props.value !== null ? otherwise(props.value, props.unit) : ''))
const { typed, editing, unsaved } = useTyped(shownValue, () => props.pointer, desk, alike, (kept) => (props.tell && typeof kept === 'number' ? props.tell(kept) : kept))
const wrong = ref('')
// A word in the field ("unknown", "by load") has no unit behind it.
const unitShown = computed(() => typed.value !== '' || !props.auto || /\d/.test(props.auto))
const suffix = computed(() => [unitShown.value ? props.unit : '', beside.value].filter(Boolean).join(' '))

const refusal = computed(() => {
  const said = wrong.value || desk.problems.find((p) => p.pointer === props.pointer)?.words
  return said || (desk.unsentAt(props.pointer) ? 'not saved yet' : unsaved.value ? 'not saved' : '')
})

function alike(one: string, other: string): boolean {
  return one === other || (one !== '' && other !== '' && read(one) === Number(other))
}

function read(text: string) {
  return readNumber(text, desk.job?.units === 'metric')
}

function shownValue(): string {
  return props.value === null ? '' : String(props.value)
}

let entered: string | null = null

// Enter is heard by itself so that a refused entry can be tried again; the change event it brings is not a second entry.
function enter() {
  commit()
  entered = typed.value
}

function changed() {
  if (typed.value !== entered) commit()
  entered = null
}

function commit() {
  wrong.value = ''
  const text = typed.value.trim()
  if (text === shownValue()) return
  if (text === '') {
    if (props.lockable) emit('change', null)
    else wrong.value = 'must not be empty'
    return
  }
  const value = read(text)
  if (typeof value === 'string') {
    wrong.value = value
    return
  }
  typed.value = String(value)
  if (value !== props.value) emit('change', value)
}
</script>

<template>
  <div class="field" :title="hint">
    <span v-if="!bare" class="label narrow">{{ label }}</span>
    <span class="entry">
      <v-text-field
        v-model="typed" class="mono right number" :class="{ open: lockable && value === null, beside }" inputmode="decimal" :placeholder="auto" :error="!!refusal"
        :aria-label="label" :suffix="suffix" @change="changed" @keydown.enter="enter" @update:focused="(on) => (editing = on)"
      />
      <v-btn
        v-if="lockable" variant="text" class="lock narrow" :disabled="value === null" :aria-label="value === null ? `${blankWord} ${label}: not locked`.trim() : `${setWord ?? 'lock'} ×, unlock ${label}`"
        @click="emit('change', null)"
      >{{ value === null ? blankWord : `${setWord ?? 'lock'} ×` }}</v-btn>
    </span>
    <span v-if="refusal" class="refusal narrow" role="alert">{{ refusal }}</span>
  </div>
</template>

<style scoped src="./field.css"></style>
