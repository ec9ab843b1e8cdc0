<script setup lang="ts">
import { computed, inject } from 'vue'

import PanelPapers from '@/steps/panels/PanelPapers.vue'
import { deskKey, useDesk } from '@/stores/desk'

/** What is stuck on at the end: the directory and the labels of every panel, made from the plan and not from memory. */
defineProps<{ id: string }>()
const desk = inject(deskKey, useDesk, true)
const panels = computed(() => (desk.job?.stations ?? []).filter((s) => desk.solution?.panels.some((p) => p.station === s.id)))
</script>

<template>
  <section v-if="panels.length" aria-label="Directories and labels">
    <h2 class="cap">Directories and labels</h2>
    <details v-for="s in panels" :key="s.id" class="narrow">
      <summary>{{ s.name }}</summary>
      <PanelPapers :job-id="id" :station-id="s.id" />
    </details>
  </section>
</template>

<style scoped>
section { margin-top: 16px; }
details { font-size: 15.5px; margin: 3px 0; }
summary { cursor: pointer; }
</style>
