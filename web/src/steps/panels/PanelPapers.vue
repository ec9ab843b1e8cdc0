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
    <v-select v-model="sheet" aria-label="Sheet of labels" :items="SHEETS" />
  </div>
</template>

<style scoped>
.papers { display: grid; gap: 3px; font-size: 15.5px; }
a { color: var(--ink); }
h3.cap { margin: 12px 0 2px; font-size: 13px; }
</style>
