<script setup lang="ts">
import { ref } from 'vue'

import { useTicks } from './ticks'
import { Refused } from '@/api/client'
import type { DayNews } from '@/api/types'
import { useLooker } from '@/steps/packet/looker'

/** The moment of change: the safe order for this job, ticked as it is done. */
const props = defineProps<{ jobId: string; steps: DayNews['steps'] }>()
const by = useLooker()
const { done, tick } = useTicks(() => props.jobId)
const trouble = ref('')

async function mark(key: string) {
  trouble.value = by.value.trim() ? '' : 'Enter your name above first'
  if (trouble.value) return
  try {
    await tick(key, by.value.trim())
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.problems[0]?.words ?? error.message
  }
}
</script>

<template>
  <section v-if="steps?.length" class="change" aria-label="At the moment of change">
    <header>
      <h2 class="cap">At the moment of change</h2>
      <v-text-field v-model="by" class="by" label="Ticked by" maxlength="80" autocomplete="name" />
      <span class="narrow quiet">works without signal</span>
    </header>
    <p class="narrow who">For licensed people. Everything counts as live until it is proved dead, and is proved again after every pause.</p>
    <p v-if="trouble" class="danger narrow" role="alert">{{ trouble }}</p>
    <ol>
      <li v-for="s in steps" :key="s.key" :class="{ done: done[`change/${s.key}`] }">
        <v-btn class="tick" :aria-label="`Done: ${s.words}`" :aria-pressed="!!done[`change/${s.key}`]" @click="mark(s.key)">{{ done[`change/${s.key}`] ? '✓' : '' }}</v-btn>
        <span class="what">{{ s.words }}</span>
        <span v-if="done[`change/${s.key}`]" class="mono">{{ done[`change/${s.key}`].by }} {{ done[`change/${s.key}`].at }}<template v-if="done[`change/${s.key}`].waits">, not sent yet</template></span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.change { padding: 8px 14px 24px; border-top: 1px solid var(--rule); }
header { display: flex; flex-wrap: wrap; gap: 4px 18px; align-items: baseline; }
header span { font-size: 15px; }
.by { width: 150px; }
.who { margin: 2px 0 4px; font-size: 15px; }
ol { list-style: none; margin: 0; padding: 0; }
li { display: flex; gap: 10px; align-items: center; padding: 4px 0; border-bottom: 1px solid var(--rule); }
.what { flex: 1; }
.done .what { color: var(--quiet); }
.mono { font-size: 12px; color: var(--quiet); }
.tick { flex: none; width: 24px; height: 24px; padding: 0; border: 1.5px solid var(--ink); background: none; color: var(--ink); font: 600 15px var(--words); cursor: pointer; }
.done .tick { background: var(--ink); color: var(--paper); }
@media screen and (max-width: 600px) { .tick { width: 36px; height: 36px; } }
</style>
