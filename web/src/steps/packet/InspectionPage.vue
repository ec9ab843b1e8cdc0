<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import InspectionItem from './InspectionItem.vue'
import PacketTabs from './PacketTabs.vue'
import { answered, api } from '@/api/client'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { useAsked } from '@/stores/sent/asking'
import { useDesk } from '@/stores/desk'
import { useKept } from '@/stores/sent/kept'
import type { KeptLook } from '@/stores/sent/sending'
import { useLooker } from './looker'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const looks = ref(0)
const open = ref(false)
const by = useLooker()
watch(() => props.id, (id) => desk.open(id), { immediate: true })
const { found, trouble } = useAsked(desk, async (job) => answered(api.POST('/api/inspection', { body: { job, job_id: desk.id } })), () => looks.value)

const { waiting, put, drop } = useKept('looks', () => (looks.value += 1))
const mine = computed(() => waiting.value.filter((w) => w.job === props.id))
/** What was found here and is on its way; the latest of an item, as the server will have it. */
const onTheWay = computed(() => new Map(mine.value.filter((w) => !w.refused).map((w) => [w.body.body.item, w.body.body])))
const refused = computed(() => mine.value.filter((w) => w.refused))
const keep = (look: KeptLook) => put(props.id, look)

const STAGES = { trench: 'Before the trench is closed', 'rough-in': 'Before the walls are closed', final: 'Before it is used' } as const
const stages = computed(() =>
  (Object.keys(STAGES) as (keyof typeof STAGES)[])
    .map((stage) => ({ stage, title: STAGES[stage], every: (found.value?.items ?? []).filter((e) => e.item.stage === stage) }))
    .filter((s) => s.every.length),
)
const still = (entries: (typeof stages.value)[number]['every']) => entries.filter((e) => !e.looked || e.looked.state === 'correction')
const toCorrect = computed(() => (found.value?.items ?? []).filter((e) => e.looked?.state === 'correction').length)
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs without-left tall-right middle-first>
    <template #over>
      <div class="head">
        <PacketTabs :id="id" />
        <v-text-field v-model="by" class="by" label="Looked at by" maxlength="80" autocomplete="name" />
        <p v-if="!by.trim()" class="narrow next">Enter who is inspecting, then tick what is as it should be.</p>
        <v-checkbox-btn v-model="open" class="narrow" label="only what is open" />
      </div>
    </template>
    <div class="list">
      <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
      <p v-for="w in refused" :key="w.key" class="danger" role="alert">{{ w.body.body.words || w.body.body.item }}: refused: {{ w.refused }} <v-btn variant="text" @click="drop(w.key)">Remove</v-btn></p>
      <section v-for="s in stages" :key="s.stage" :aria-label="s.title">
        <h2 class="cap">{{ s.title }} <span class="quiet">{{ s.every.length - still(s.every).length }} of {{ s.every.length }}</span></h2>
        <ul>
          <InspectionItem v-for="e in open ? still(s.every) : s.every" :key="e.item.key" :job-id="id" :entry="e" :by="by" :waits="onTheWay.get(e.item.key) ?? null" :keep="keep" />
        </ul>
      </section>
    </div>
    <template #right>
      <section aria-label="How it stands">
        <h2 class="cap">How it stands</h2>
        <p class="narrow">{{ toCorrect ? `${toCorrect} to be corrected.` : 'Nothing to be corrected.' }} Made from this job's own rules and what it contains; it follows the plan.</p>
        <p class="narrow quiet">A correction can be watched for on the next job too: then it stands in the house rules, and with its item on every new job.</p>
        <template v-if="desk.job.house_rules.watched.length">
          <h3 class="cap">Watched for here</h3>
          <ul class="plain-list narrow"><li v-for="(w, i) in desk.job.house_rules.watched" :key="i">{{ w.words }}</li></ul>
        </template>
        <template v-if="found?.gone.length">
          <h3 class="cap">Looked at, and no longer on the job</h3>
          <ul class="plain-list narrow"><li v-for="(g, i) in found.gone" :key="i">{{ g.words || g.state }} ({{ g.by }}, {{ g.on }})</li></ul>
        </template>
      </section>
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.head { display: flex; flex-wrap: wrap; align-items: baseline; gap: 2px 14px; padding: 0 14px 3px 0; }
.by { width: 170px; }
.next { margin: 0; font-weight: 600; }
.list { padding: 8px 14px 30px; }
ul { list-style: none; margin: 2px 0 16px; padding: 0; }
.plain-list { list-style: disc; padding-left: 16px; font-size: 15px; }
h3.cap { margin-top: 12px; font-size: 13px; }
p { font-size: 15px; margin: 5px 0; }
</style>
