<script setup lang="ts">
import { computed, inject } from 'vue'

import ChoiceField from './ChoiceField.vue'
import { BECOMES, inState, STATES, type Stated } from './states'
import TextField from './TextField.vue'
import { deskKey, useDesk } from '@/stores/desk'

/** Whether a part stays, comes, comes out, is there for a time, or comes some day; `olds` are what it may stand in for. */
const props = defineProps<{ part: Stated; pointer: string; olds?: readonly { value: string; words: string }[] }>()
const emit = defineEmits<{ change: [fields: Partial<Stated>] }>()
const desk = inject(deskKey, useDesk, true)

const refusal = (name: keyof Stated) => desk.problems.find((p) => p.pointer.startsWith(`${props.pointer}/${name}`))?.words ?? ''
const replaces = computed(() => (props.part.state === 'stays' || props.part.state === 'goes' ? [] : (props.olds ?? [])))
</script>

<template>
  <ChoiceField label="It is" hint="Only what is new or temporary is bought" :value="part.state" :choices="STATES" :pointer="`${pointer}/state`" @change="(state) => emit('change', inState(part, state))" />
  <v-text-field
    v-if="part.state === 'for-now'" class="until" type="date" label="Until" :model-value="part.until ?? ''" :error-messages="refusal('until')"
    @change="emit('change', { until: ($event.target as HTMLInputElement).value || null })"
  />
  <template v-if="part.state === 'goes'">
    <ChoiceField label="What becomes of it" :value="part.becomes" :choices="BECOMES" :pointer="`${pointer}/becomes`" @change="(becomes) => emit('change', { becomes, reused_at: becomes === 'reused' ? part.reused_at : null })" />
    <TextField v-if="part.becomes === 'reused'" label="Used again at" :value="part.reused_at ?? ''" :maxlength="80" :pointer="`${pointer}/reused_at`" @change="(at) => emit('change', { reused_at: at.trim() || null })" />
  </template>
  <v-select
    v-if="replaces.length || part.stands_in_for.length" class="olds" multiple label="In place of" :model-value="part.stands_in_for" :items="[...replaces]" :error-messages="refusal('stands_in_for')"
    @update:model-value="(stands_in_for) => emit('change', { stands_in_for })"
  />
</template>

<style scoped>
.until { width: 190px; margin: 4px 0; }
.olds { margin: 4px 0; }
</style>
