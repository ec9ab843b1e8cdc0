<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'

import { readRecording, type Asked } from './readRecording'
import { Refused } from '@/api/client'
import type { LoadRecord, Recording } from '@/api/types'
import DayPeaks from '@/figures/DayPeaks.vue'
import { counted, written } from '@/figures/write'

const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [record: Partial<LoadRecord>] }>()

const asked = reactive<Asked>({ quantity: null, volts: 240, pf: 1 })
const file = ref<File | null>(null)
const share = ref<number | null>(null)
const trouble = ref('')
const found = ref<Recording | null>(null)
const QUANTITIES = [{ value: null, words: 'as its heading says' }, ...(['kW', 'kWh', 'kVA', 'W', 'VA', 'A'] as const).map((q) => ({ value: q, words: q }))]
const needsVolts = computed(() => (found.value?.quantity ?? asked.quantity) === 'A')
const peakDay = computed(() => (found.value ? found.value.peak_at.replace('T', ' ').slice(0, 16) : ''))

watch(open, (now) => {
  if (!now) return
  file.value = found.value = share.value = null
  trouble.value = ''
})
watch([file, asked], () => void read())

async function read() {
  if (!file.value) return
  trouble.value = ''
  found.value = null
  share.value = 0
  try {
    found.value = await readRecording(file.value, asked, (s) => (share.value = s))
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.message
  } finally {
    share.value = null
  }
}

function take() {
  if (!found.value?.covers) return
  const source = `${file.value?.name ?? 'Recording'}, peak ${peakDay.value}`.slice(0, 80)
  emit('take', { kind: found.value.covers, peak_va: Math.round(found.value.peak_va), source })
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Read a recording" max-width="640">
    <v-card class="paper-form">
      <form novalidate @submit.prevent="take">
        <h2 class="cap">Read a recording</h2>
        <p class="quiet">Interval data from the utility or a recorder, as CSV: a moment and a figure in each row, the first row naming them.</p>
        <v-file-input v-model="file" label="CSV file" accept=".csv,text/csv,.txt" :prepend-icon="''" />
        <div class="pair">
          <v-select v-model="asked.quantity" label="The figures are" :items="QUANTITIES" />
          <v-text-field v-if="needsVolts" v-model.number="asked.volts" label="At" suffix="V" type="number" />
          <v-text-field v-else v-model.number="asked.pf" label="Power factor, kW to kVA" type="number" min="0.5" max="1" step="0.01" />
        </div>
        <v-progress-linear v-if="share !== null" :model-value="100 * share" aria-label="Reading" color="currentColor" height="4" />
        <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
        <template v-if="found">
          <DayPeaks :recording="found" />
          <p>
            <b class="mono">{{ written(found.peak_va, 'VA') }}</b> at {{ peakDay }}: the highest of {{ found.rows.toLocaleString('en-US') }} readings, every
            {{ found.interval_minutes }} min over {{ found.days }} days.
          </p>
          <p v-if="found.interval_minutes > 15" class="caution">The readings are {{ found.interval_minutes }} min apart; the code asks for 15-minute averages, whose peak is higher.</p>
          <p v-if="found.missing" class="caution">{{ counted(found.missing, 'interval') }} without a reading.</p>
          <p v-if="!found.covers" class="danger">Under 30 days: too short to stand for the load, 220.87.</p>
          <p v-else-if="found.covers === '30-day'" class="caution">Under a year: enter what heating, cooling or other season it did not see.</p>
          <details v-if="found.broken.length">
            <summary class="danger">{{ counted(found.broken.length, 'row') }} not counted</summary>
            <ul><li v-for="b in found.broken" :key="b.line">line {{ b.line }}: {{ b.words }}</li></ul>
          </details>
        </template>
        <div class="acts">
          <v-btn @click="open = false">Leave it</v-btn>
          <v-btn variant="flat" type="submit" :disabled="!found?.covers">Use this peak</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ul { margin: 6px 0 0; padding-left: 18px; max-height: 120px; overflow-y: auto; font-size: 13px; }
</style>
