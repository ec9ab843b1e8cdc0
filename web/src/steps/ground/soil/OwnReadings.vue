<script setup lang="ts">
import { ref, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { LogbookReply, Place } from '@/api/types'

/** What the shop's own readings say of this kind of soil: asked for, and put in force in place of the shipped range. */
const props = defineProps<{ soil: string; learnt: Place['grounding']['learnt'] }>()
const emit = defineEmits<{ use: [learnt: Place['grounding']['learnt']] }>()
const found = ref<LogbookReply['bands'][number] | 'none' | null>(null)
const trouble = ref('')
watch(() => props.soil, () => (found.value = null))

async function ask() {
  trouble.value = ''
  try {
    const body = { kind: 'electrodes', words: '', by: '', soil: props.soil, state: '', most: null, since: '', until: '' } as const
    const reply = (await answered(api.POST('/api/logbook/search', { body }))) as LogbookReply
    found.value = reply.bands.find((b) => b.soil === props.soil) ?? 'none'
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.message
  }
}
function use() {
  if (!found.value || found.value === 'none' || !found.value.learnt) return
  const [low, high] = found.value.learnt
  emit('use', { soil: props.soil, low, high, readings: found.value.readings })
}
const band = (pair: readonly number[]) => pair.map((v) => v.toFixed(0)).join(' to ')
</script>

<template>
  <p v-if="learnt && learnt.soil === soil" class="narrow">By {{ learnt.readings }} readings of our own. <v-btn variant="text" class="link" @click="emit('use', null)">Back to the shipped range</v-btn></p>
  <p v-else class="narrow">
    <v-btn v-if="!found" variant="text" class="link" @click="ask">What do our own readings say of this soil?</v-btn>
    <template v-else-if="found === 'none'">No electrode in this soil was measured yet.</template>
    <template v-else-if="!found.learnt">{{ found.readings }} measured in this soil: too few to make a band of.</template>
    <template v-else>{{ found.readings }} measured: <span class="mono">{{ band(found.learnt) }} ohm·m</span>, shipped {{ band(found.shipped) }}. <v-btn variant="text" class="link" @click="use">Reckon with ours</v-btn></template>
  </p>
  <p v-if="trouble" class="danger narrow" role="alert">{{ trouble }}</p>
</template>

<style scoped>
p { margin: 4px 0; font-size: 15px; }
.link { text-decoration: underline; text-underline-offset: 3px; }
</style>
