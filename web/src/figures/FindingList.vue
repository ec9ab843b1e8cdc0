<script setup lang="ts">
import { computed, inject } from 'vue'

import FindingCard from './FindingCard.vue'
import { deskKey, useDesk } from '@/stores/desk'

const desk = inject(deskKey, useDesk, true)

const all = computed(() => desk.solution?.findings ?? [])
const here = computed(() => all.value.filter((f) => (desk.selectedStation ? f.station === desk.selectedStation : f.run === desk.selectedRun)))
const elsewhere = computed(() => all.value.filter((f) => !here.value.includes(f)))
</script>

<template>
  <section aria-label="Findings">
    <template v-if="here.length">
      <h2 class="cap">Findings here</h2>
      <FindingCard v-for="f in here" :key="f.rule + f.run + f.station" :finding="f" />
    </template>
    <template v-if="elsewhere.length">
      <h2 class="cap">{{ here.length ? 'Elsewhere on the job' : 'Findings' }}</h2>
      <FindingCard v-for="f in elsewhere" :key="f.rule + f.run + f.station" :finding="f" />
    </template>
    <p v-if="!all.length" class="quiet">Nothing found wrong by the rules this book checks.</p>
  </section>
</template>

<style scoped>
section { margin-top: 16px; }
</style>
