<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { answered, api } from '@/api/client'
import type { HistoryReply } from '@/api/types'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import TestTabs from '@/steps/test/TestTabs.vue'
import { useAsked } from '@/stores/sent/asking'
import { useDesk } from '@/stores/desk'

/** What happened on this job, day by day: planned, changed, measured, corrected, found, handed over. */
const props = defineProps<{ id: string }>()
const desk = useDesk()
watch(() => props.id, (id) => desk.open(id), { immediate: true })
const { found, trouble } = useAsked(desk, async () => (await answered(api.GET('/api/logbook/{job_id}', { params: { path: { job_id: desk.id ?? props.id } } }))) as HistoryReply, () => desk.id)

const KINDS = { planned: 'planned', changed: 'changed', measured: 'measured', corrected: 'corrected', found: 'looked at', 'handed-over': 'handed over' } as const
type Kind = keyof typeof KINDS
const left = ref<Kind[]>([])
const days = computed(() => {
  const by = new Map<string, HistoryReply['events']>()
  for (const each of (found.value?.events ?? []).filter((e) => !left.value.includes(e.kind))) {
    const day = each.at.slice(0, 10)
    by.set(day, [...(by.get(day) ?? []), each])
  }
  return [...by]
})
const many = (kind: Kind) => found.value?.events.filter((e) => e.kind === kind).length ?? 0
const toggle = (kind: Kind) => (left.value = left.value.includes(kind) ? left.value.filter((k) => k !== kind) : [...left.value, kind])
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs without-left tall-right middle-first>
    <template #over><TestTabs :id="id" /></template>
    <div class="history">
      <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
      <section v-for="[day, events] in days" :key="day" :aria-label="day">
        <h2 class="cap">{{ day }}</h2>
        <ol><li v-for="(e, i) in events" :key="i" :class="e.kind"><span class="mono">{{ e.at.slice(11, 16) }}</span><b class="narrow">{{ KINDS[e.kind] }}</b><span>{{ e.words }}<span v-if="e.by" class="quiet narrow"> · {{ e.by }}</span></span></li></ol>
      </section>
    </div>
    <template #right>
      <section class="screen-only" aria-label="What is shown">
        <h2 class="cap">What is shown</h2>
        <p v-for="(words, kind) in KINDS" :key="kind" class="narrow"><v-checkbox-btn :model-value="!left.includes(kind)" :label="words" @update:model-value="toggle(kind)"><template #label>{{ words }}&nbsp;<span class="mono quiet">{{ many(kind) }}</span></template></v-checkbox-btn></p>
        <p class="narrow quiet">Edits within a quarter of an hour stand in one line. What was measured or looked at is never taken away; a correction stands beside what it corrects.</p>
        <p class="narrow"><router-link :to="{ name: 'logbook' }">Search over all jobs</router-link></p>
      </section>
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.history { padding: 8px 14px 24px; }
ol { list-style: none; margin: 2px 0 14px; padding: 0; }
li { display: grid; grid-template-columns: 52px 90px minmax(0, 1fr); gap: 8px; padding: 4px 0; border-bottom: 1px solid var(--rule); align-items: baseline; }
.mono { font-size: 12.5px; color: var(--quiet); }
b { font-weight: 600; font-size: 15px; }
.corrected b { color: var(--caution); }
.handed-over b { color: var(--good); }
p { margin: 4px 0; font-size: 15px; }
a { color: var(--ink); }
@media screen and (max-width: 700px) {
  li { grid-template-columns: 48px 1fr; }
  li > span:last-child { grid-column: 2; }
}
</style>
