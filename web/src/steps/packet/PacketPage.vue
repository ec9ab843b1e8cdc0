<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { answered, api } from '@/api/client'
import type { DrawnSheet } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import DrawnPaper from '@/figures/DrawnPaper.vue'
import FindingList from '@/figures/FindingList.vue'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { useAsked } from '@/stores/asking'
import { useDesk } from '@/stores/desk'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const paper = ref<'letter' | 'a4'>('letter')
const at = ref(0)
const PAPERS = [{ value: 'letter', words: 'letter, across' }, { value: 'a4', words: 'A4, across' }] as const
watch(() => props.id, (id) => desk.open(id), { immediate: true })
const { found: sheets, trouble } = useAsked(desk, async (job) => (await answered(api.POST('/api/packet/one-line', { body: { job, paper: paper.value } }))).sheets as DrawnSheet[], () => paper.value)
const large = ref(false)
const shown = computed(() => sheets.value?.[Math.min(at.value, sheets.value.length - 1)])
const file = computed(() => `/api/packet/${props.id}/one-line`)
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs tall-right>
    <template #left>
      <section class="sheets">
        <h2 class="cap">One-line</h2>
        <ul v-if="sheets">
          <li v-for="(s, i) in sheets" :key="i"><button class="plain narrow" :class="{ here: s === shown }" :aria-pressed="s === shown" @click="at = i">{{ i + 1 }} {{ s.title }}</button></li>
        </ul>
        <ChoiceField label="Paper" :value="paper" :choices="PAPERS" pointer="/none" @change="(v) => (paper = v)" />
        <label class="narrow"><input v-model="large" type="checkbox" /> enlarged</label>
        <p class="narrow files">
          <a :href="`${file}.pdf?paper=${paper}`" download>PDF</a>
          <a :href="`${file}.svg?paper=${paper}&sheet=${at + 1}`" download>SVG</a>
          <a :href="`${file}.dxf?paper=${paper}&sheet=${at + 1}`" download>DXF</a>
        </p>
        <p class="narrow files"><a :href="`/api/packet/${id}/packet.zip?paper=${paper}`" download>Everything, with the job file, in one ZIP</a></p>
        <h2 class="cap">Other sheets</h2>
        <ul class="narrow">
          <li>Calculation: <a :href="`/api/jobs/${id}/sheet.pdf`" download>PDF</a> <a :href="`/api/jobs/${id}/sheet.csv`" download>CSV</a></li>
          <li>Materials: <a :href="`/api/materials/${id}/list.pdf`" download>PDF</a> <a :href="`/api/materials/${id}/list.csv`" download>CSV</a></li>
        </ul>
      </section>
    </template>
    <div class="desk">
      <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
      <div v-if="shown" class="sheet" :class="{ large }" tabindex="0" role="group" aria-label="The sheet"><DrawnPaper :sheet="shown" /></div>
    </div>
    <template #right>
      <FindingList where="whole-job" />
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.sheets { padding: 10px 12px 16px 14px; }
ul { list-style: none; margin: 4px 0 10px; padding: 0; font-size: 15.5px; line-height: 1.3; }
.sheets button { width: 100%; text-align: left; padding: 3px 6px; font-size: 16px; }
.here { background: var(--ink); color: var(--paper); }
a { color: var(--ink); margin-right: 8px; }
.files { margin: 8px 0 14px; font-size: 15.5px; }
.desk { padding: 14px; background: var(--soft); min-height: 100%; }
.sheet { overflow: auto; }
.large :deep(.paper) { width: 200%; }
input { accent-color: var(--ink); }
label { font-size: 15.5px; }
</style>
