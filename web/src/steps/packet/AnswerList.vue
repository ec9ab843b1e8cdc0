<script setup lang="ts">
import { computed, inject, ref } from 'vue'

import type { AnsweredFinding } from '@/api/types'
import TextField from '@/fields/TextField.vue'
import { deskKey, useDesk } from '@/stores/desk'

/** What stays open, with what the electrician says to it: it goes out with the findings sheet. */
const props = defineProps<{ findings: readonly AnsweredFinding[] }>()
const desk = inject(deskKey, useDesk, true)
const every = ref(false)
const TONES = { danger: 'red', violation: 'red', house: 'amber', advice: 'plain', note: 'plain' } as const
const serious = computed(() => props.findings.filter((f) => ['danger', 'violation', 'house'].includes(f.level) || f.answer))
const listed = computed(() => (every.value ? props.findings : serious.value))

function at(key: string): number {
  return desk.job?.packet.answers.findIndex((a) => a.finding === key) ?? -1
}
function say(key: string, words: string) {
  const index = at(key)
  if (index < 0) void desk.edit([{ op: 'add', path: '/packet/answers/-', value: { finding: key, words } }])
  else if (words) void desk.edit([{ op: 'add', path: `/packet/answers/${index}/words`, value: words }])
  else void desk.edit([{ op: 'remove', path: `/packet/answers/${index}` }])
}
</script>

<template>
  <section aria-label="Open, and what we say to it">
    <h2 class="cap">Open, and what we say to it</h2>
    <p v-if="!findings.length" class="narrow quiet">Nothing is open.</p>
    <article v-for="f in listed" :key="f.key" class="narrow" :class="TONES[f.level]">
      <b>{{ f.where }}:</b> {{ f.title }}
      <TextField label="Our answer" :of="`${f.where}: ${f.title}`" class="answer" :value="f.answer" :pointer="`/packet/answers/${at(f.key)}/words`" :maxlength="4000" @change="(words) => say(f.key, words.trim())" />
    </article>
    <v-btn v-if="serious.length < findings.length" @click="every = !every">{{ every ? 'Only what must be mended' : `All ${findings.length}, with advice and notes` }}</v-btn>
  </section>
</template>

<style scoped>
article { margin: 8px 0; padding: 4px 8px; border-left: 4px solid var(--rule); background: var(--soft); font-size: 15px; line-height: 1.2; }
.red { border-color: var(--danger); }
.amber { border-color: var(--caution); }
/* The finding stands above it: its words would only be said twice to the eye. */
.answer { font-size: 0; }
.answer :deep(input) { font-size: 14px; }
.answer :deep(.danger) { font-size: 14px; }
p { font-size: 15px; }
</style>
