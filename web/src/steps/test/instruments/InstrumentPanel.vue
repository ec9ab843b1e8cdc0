<script setup lang="ts">
import { computed, inject, ref, watch } from 'vue'

import { measuredText, type SentRan } from '../readings'
import { answered, api, Refused } from '@/api/client'
import type { MeasureReply, Readable } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'

/** An instrument put to the spot that is chosen: what it shows, taken over into the reading. */
const props = defineProps<{ spot: Readable; practice: string; ran: SentRan; far: number | null; tried: number | null }>()
const emit = defineEmits<{ shown: [told: MeasureReply] }>()
const desk = inject(deskKey, useDesk, true)
const kind = ref<'simulated' | 'port' | 'file'>('port')
watch(() => desk.practice, (now) => (kind.value = now ? 'simulated' : 'port'), { immediate: true })
const KINDS = [
  { value: 'simulated', words: 'a simulated one' },
  { value: 'port', words: 'a local port' },
  { value: 'file', words: 'a file' },
] as const
const kinds = computed(() => KINDS.filter((each) => desk.practice || each.value !== 'simulated'))
const port = ref('4101')
const file = ref('')
const told = ref<MeasureReply | null>(null)
const trouble = ref('')
const busy = ref(false)

watch(() => [props.spot.what, props.spot.at, props.spot.part], () => {
  told.value = null
  trouble.value = ''
})

async function read() {
  if (!desk.job) return
  busy.value = true
  trouble.value = ''
  try {
    const source = { kind: kind.value, port: Number(port.value) || 0, file: file.value }
    const { what, at, part } = props.spot
    const body = { job: desk.job, practice: props.practice, source, what, at, part, ...props.ran, far: props.far, tried_ma: props.tried }
    const found = (await answered(api.POST('/api/instruments/measure', { body }))) as MeasureReply
    told.value = found
    emit('shown', found)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.problems[0]?.words ?? error.message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="instrument" role="group" aria-label="Instrument">
    <div v-if="told" class="display">
      <span class="mono name">{{ told.name }}</span>
      <span class="mono figure">{{ told.fall ? `${told.fall.points.length} places` : measuredText(told.value, '') }}</span>
      <span class="mono unit">{{ told.fall ? 'curve read' : told.unit }}</span>
    </div>
    <p class="narrow from">From
      <v-select v-model="kind" aria-label="Instrument" :items="kinds" />
      <v-text-field v-if="kind === 'port'" v-model="port" class="mono" inputmode="numeric" aria-label="Port" />
      <v-text-field v-if="kind === 'file'" v-model="file" class="mono" placeholder="name" aria-label="File" />
      <v-btn :disabled="busy" @click="read">Take it from there</v-btn>
    </p>
    <p v-if="trouble" class="danger narrow" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.instrument { margin: 8px 0; }
.display { display: grid; padding: 7px 10px; margin-bottom: 5px; background: #1c332d; color: #dfe7d8; border-radius: 3px; }
.name, .unit { font-size: 12px; color: #a9bbae; }
.figure { font-size: 34px; line-height: 1.1; text-align: right; overflow: hidden; white-space: nowrap; }
.unit { text-align: right; }
.from { display: flex; flex-wrap: wrap; gap: 5px; align-items: center; margin: 0; font-size: 15px; color: var(--quiet); }
.v-select { width: 132px; }
.v-text-field:not(.v-select) { width: 84px; }
p { margin: 3px 0; }
</style>
