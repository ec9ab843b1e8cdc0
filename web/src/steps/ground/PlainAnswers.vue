<script setup lang="ts">
import type { PlainAnswer } from '@/api/types'
import { useView } from '@/stores/view'

defineProps<{ answers: PlainAnswer[] }>()
const view = useView()

function show(answer: PlainAnswer) {
  if (answer.figure) view.show(answer.question, answer.figure)
}
</script>

<template>
  <ul class="answers" aria-label="Answers from this job's own figures">
    <li v-for="a in answers" :key="a.question">
      <span class="asks narrow">{{ a.question }}</span>
      <v-btn variant="text" class="says" :class="a.level" :disabled="!a.figure" :title="a.figure ? 'Working' : undefined" @click="show(a)" @keydown.w.stop.prevent="show(a)">{{ a.answer }}</v-btn>
      <span class="more">{{ a.more }} <span v-if="a.section" class="mono cite">{{ a.section }}</span></span>
    </li>
  </ul>
</template>

<style scoped>
.answers { display: grid; grid-template-columns: repeat(auto-fit, minmax(280px, 1fr)); gap: 0 28px; margin: 0; padding: 0; list-style: none; }
li { display: flex; flex-wrap: wrap; justify-content: space-between; gap: 1px 12px; padding: 7px 0; border-bottom: 1px solid var(--rule); align-content: start; }
.asks { font-size: 16px; }
.says { margin-left: auto; text-align: right; font-weight: 600; }
.says:enabled:hover { text-decoration: underline; text-underline-offset: 3px; }
.says:disabled { cursor: default; }
.more { flex-basis: 100%; font-size: 13px; color: var(--quiet); }
.cite { font-size: 11px; }
</style>
