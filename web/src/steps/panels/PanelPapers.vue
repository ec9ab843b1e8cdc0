<script setup lang="ts">
import { computed, ref } from 'vue'

import { SHEETS } from './lists'

const props = defineProps<{ jobId: string; stationId: string }>()
const sheet = ref('letter-30')
const root = computed(() => `/api/jobs/${props.jobId}/panels/${props.stationId}`)
</script>

<template>
  <h3 class="cap">On paper</h3>
  <div class="papers narrow">
    <a :href="`${root}/directory.pdf`" download>Directory, PDF</a>
    <a :href="`${root}/schedule.csv`" download>Schedule, CSV</a>
    <a :href="`${root}/labels.pdf?sheet=${sheet}`" download>Labels, PDF</a>
    <select v-model="sheet" aria-label="Sheet of labels"><option v-for="s in SHEETS" :key="s.value" :value="s.value">{{ s.words }}</option></select>
  </div>
</template>

<style scoped>
.papers { display: grid; gap: 3px; font-size: 15.5px; }
a { color: var(--ink); }
select { border: 1px solid var(--rule); background: none; color: var(--ink); font: 14px var(--narrow); padding: 2px; }
option { background: var(--paper); }
h3.cap { margin: 12px 0 2px; font-size: 13px; }
</style>
