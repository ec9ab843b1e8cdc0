<script setup lang="ts">
import { computed, watch } from 'vue'

import { figureText } from './write'
import type { Figure } from '@/api/types'
import { otherwise } from '@/stores/units'
import { useView } from '@/stores/view'

const props = defineProps<{ figure: Figure | null | undefined; title: string; places?: number; prefix?: string; none?: string }>()
const view = useView()
const words = computed(() => {
  const value = props.figure?.value
  if (props.none && value === null) return props.none
  const beside = view.both && props.figure && typeof value === 'number' ? otherwise(value, props.figure.unit) : ''
  return figureText(props.figure, props.places) + (beside && ` · ${beside}`)
})
const shown = computed(() => view.working?.figure === props.figure)

// What is on show follows its figure when the job is solved anew.
watch(() => props.figure, (now, before) => {
  if (now && before && view.working?.figure === before) view.show(props.title, now)
})

function show() {
  if (props.figure) view.show(props.title, props.figure)
}
</script>

<template>
  <button
    class="plain mono figure"
    type="button"
    :class="{ shown }"
    :disabled="!figure"
    :title="`Working: ${title}`"
    @click.stop="show"
    @keydown.w.stop.prevent="show"
  >{{ prefix }}{{ words }}</button>
</template>

<style scoped>
.figure { white-space: nowrap; }
.figure:enabled:hover, .shown { text-decoration: underline; text-underline-offset: 3px; }
.figure:disabled { cursor: default; }
</style>
