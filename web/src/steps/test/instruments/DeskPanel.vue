<script setup lang="ts">
import { inject, onMounted, ref } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { DeskQuestion } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'

/** Outside desks, simulated: the utility and the inspection office asked, their answers shown. */
const desk = inject(deskKey, useDesk, true)
const asked = ref<DeskQuestion[]>([])
const said = ref<Record<string, string>>({})

onMounted(async () => {
  try {
    asked.value = (await answered(api.GET('/api/instruments/desks'))).questions
  } catch (error) {
    // Without signal there is nobody to ask.
    if (!(error instanceof Refused)) throw error
  }
})

async function ask({ desk: who, line, words }: DeskQuestion) {
  if (!desk.job) return
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
      <li v-for="a in asked" :key="a.words"><v-btn variant="text" @click="ask(a)">{{ a.words }}</v-btn> <span class="mono">{{ said[a.words] }}</span></li>
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
