<script setup lang="ts">
import { inject, ref } from 'vue'

import { answered, api, Refused } from '@/api/client'
import { deskKey, useDesk } from '@/stores/desk'

/** Outside desks, simulated: the utility and the inspection office asked, their answers shown. */
const desk = inject(deskKey, useDesk, true)
const ASKED = [
  { words: 'Utility: transformer', desk: 'utility', line: 'transformer' },
  { words: 'Utility: fault current there', desk: 'utility', line: 'fault' },
  { words: 'Utility: when it can switch off', desk: 'utility', line: 'window' },
  { words: 'Inspectors: rough-in, when', desk: 'inspectors', line: 'window rough-in' },
  { words: 'Inspectors: rough-in, corrections', desk: 'inspectors', line: 'corrections rough-in' },
  { words: 'Inspectors: final, when', desk: 'inspectors', line: 'window final' },
] as const
const said = ref<Record<string, string>>({})

async function ask(at: number) {
  if (!desk.job) return
  const { desk: who, line, words } = ASKED[at]
  try {
    const found = await answered(api.POST('/api/instruments/desk', { body: { job: desk.job, desk: who, words: line } }))
    said.value = { ...said.value, [words]: found.words }
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    said.value = { ...said.value, [words]: error.problems[0]?.words ?? error.message }
  }
}
</script>

<template>
  <section aria-label="Outside desks">
    <h2 class="cap">Outside desks, simulated</h2>
    <ul class="narrow">
      <li v-for="(a, i) in ASKED" :key="a.words"><button class="plain" @click="ask(i)">{{ a.words }}</button> <span class="mono">{{ said[a.words] }}</span></li>
    </ul>
  </section>
</template>

<style scoped>
section { margin-bottom: 16px; }
ul { list-style: none; margin: 3px 0; padding: 0; font-size: 15px; }
li { padding: 2px 0; border-bottom: 1px solid var(--rule); }
.mono { font-size: 12px; color: var(--quiet); }
button { text-decoration: underline; text-underline-offset: 3px; }
</style>
