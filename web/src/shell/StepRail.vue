<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { onKey } from './keyed/keys'
import { PAGES, stepName, stepOf, STEPS } from './steps'
import { useDesk } from '@/stores/desk'

const desk = useDesk()
const route = useRoute()
const router = useRouter()
// What concerns a place's grounding is counted at Ground, a panel with its cover off at Panels, what is buried and pulled
// at Pull, everything else at Span.
// A step that the job's code book does not answer yet is not shown.
const steps = computed(() => {
  const answered = desk.solution?.next_steps.map((s) => s.step)
  return STEPS.filter((s) => !answered || answered.includes(s.route))
})
const open = computed(() => {
  const all = (desk.solution?.findings ?? []).filter((f) => f.level !== 'note')
  const ground = all.filter((f) => f.place).length
  const panels = all.filter((f) => f.panel).length
  const pull = all.filter((f) => f.pull).length
  return { span: all.length - ground - panels - pull, ground, panels, pull } as Partial<Record<string, number>>
})

const unbind: (() => void)[] = []
onMounted(() => {
  for (const step of STEPS.filter((s) => s.digit)) {
    unbind.push(onKey(step.digit, () => desk.id && router.push({ name: step.route, params: { id: desk.id } })))
  }
})
onBeforeUnmount(() => unbind.forEach((stop) => stop()))
</script>

<template>
  <nav class="rail" aria-label="Steps">
    <template v-if="desk.id">
      <router-link
        v-for="step in steps"
        :key="step.name"
        class="entry"
        :class="{ here: stepOf(route) === step.route }"
        :to="{ name: step.route, params: { id: desk.id } }"
      >
        <span class="digit mono">{{ step.digit }}</span>
        <span>{{ stepName(step) }}</span>
        <span v-if="open[step.route]" class="count mono" :aria-label="`${open[step.route]} open findings`">{{ open[step.route] }}</span>
      </router-link>
      <hr />
    </template>
    <router-link
      v-for="page in PAGES"
      :key="page.name"
      class="entry"
      :class="{ here: route.name === page.route }"
      :to="{ name: page.route }"
    >
      {{ page.name }}
    </router-link>
  </nav>
</template>

<style scoped>
.rail { display: flex; flex-direction: column; padding-top: 10px; }
.entry {
  display: flex; align-items: baseline; gap: 8px; padding: 6px 12px 6px 14px; color: var(--ink); text-decoration: none;
  font-family: var(--narrow); font-weight: 500; font-size: 17px;
}
.entry:hover { background: var(--soft); }
.here, .here:hover { background: var(--ink); color: var(--paper); }
.digit { font-size: 11px; opacity: 0.6; }
.count { margin-left: auto; font-size: 13px; font-weight: 600; color: var(--danger); }
.here .count { color: inherit; }
hr { width: 100%; margin: 10px 0; border: 0; border-top: 1px solid var(--rule); }
@media screen and (max-width: 700px) {
  .rail { flex-direction: row; padding: 0; overflow-x: auto; }
  .entry { white-space: nowrap; padding: 8px 12px; }
  hr { width: 0; margin: 0; border-top: 0; border-left: 1px solid var(--rule); }
}
</style>
