<script setup lang="ts">
import { computed, inject } from 'vue'

import type { RunAnswer } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'
import { deskKey, useDesk } from '@/stores/desk'
import { term } from '@/stores/words'

/** The answer before the form, where the two do not stand side by side. */
const props = defineProps<{ answer: RunAnswer }>()
const desk = inject(deskKey, useDesk, true)
const first = computed(() => desk.solution?.findings.find((f) => f.run === props.answer.id && f.level !== 'note'))
</script>

<template>
  <div class="verdict" aria-label="Answer">
    <p class="wire narrow">{{ answer.conductors || 'Not sized yet: no load beyond it' }}</p>
    <p v-if="answer.conductors" class="figures">
      <FigureButton :figure="answer.figures.breaker" :title="term('device')" /><FigureButton :figure="answer.figures.drop_pct" title="drop" />
    </p>
    <p v-if="first" class="narrow" :class="first.level">{{ first.title }}</p>
  </div>
</template>

<style scoped>
.verdict { display: none; margin: 0 0 8px; padding: 6px 10px; border: 1px solid var(--ink); }
.verdict p { margin: 1px 0; }
.wire { font-size: 19px; font-weight: 600; }
.figures { display: flex; gap: 14px; }
.danger, .violation { color: var(--danger); font-weight: 600; }
@media screen and (max-width: 1000px) { .verdict { display: block; } }
</style>
