<script setup lang="ts">
import { computed, ref } from 'vue'

import { answered, api } from '@/api/client'
import type { LogbookQuery, LogbookReply } from '@/api/types'
import { numberIn } from '@/fields/entry/number'
import DrawnPaper from '@/figures/DrawnPaper.vue'
import { counted } from '@/figures/write'
import { measuredText } from '@/steps/test/readings'
import { useQuestion } from '@/stores/question'

/** Over all jobs: every electrode that was measured, what inspectors asked for, and what the readings say of the soils. */
const asked = ref<LogbookQuery>({ kind: 'electrodes', words: '', by: '', soil: '', state: '', most: null, since: '', until: '' })
const most = ref('')
const { found, refused } = useQuestion(
  () => {
    const limit = numberIn(most.value)
    return { ...asked.value, most: most.value.trim() && Number.isFinite(limit) ? limit : null }
  },
  async (body) => (await answered(api.POST('/api/logbook/search', { body }))) as LogbookReply,
)
const trouble = computed(() => (refused.value ? (refused.value.problems[0]?.words ?? refused.value.message) : ''))

const rods = computed(() => asked.value.kind === 'electrodes')
const ANY = { value: '', words: 'any' }
const SOILS = ['loam', 'clay', 'sand', 'gravel', 'rock', 'unknown']
const STATES = ['dry', 'damp', 'wet', 'frozen']
const band = (pair: readonly number[] | null | undefined) => (pair ? `${pair.map((v) => Math.round(v)).join(' to ')} ohm·m` : 'too few yet')
</script>

<template>
  <div class="page">
    <header>
      <h1>Logbook</h1>
      <v-tabs v-model="asked.kind" aria-label="What is looked for"><v-tab value="electrodes">Electrodes measured</v-tab><v-tab value="corrections">What inspectors asked for</v-tab></v-tabs>
    </header>
    <form class="narrow" aria-label="What is looked for" @submit.prevent>
      <v-text-field v-model="asked.words" :class="{ 'screen-only': !asked.words }" label="Words" maxlength="80" />
      <v-text-field v-model="asked.by" :class="{ 'screen-only': !asked.by }" label="By" maxlength="80" />
      <template v-if="rods">
        <v-select v-model="asked.soil" :class="{ 'screen-only': !asked.soil }" label="Soil" :items="[ANY, ...SOILS]" />
        <v-select v-model="asked.state" :class="{ 'screen-only': !asked.state }" label="Ground then" :items="[ANY, ...STATES]" />
        <v-text-field v-model="most" class="mono short" :class="{ 'screen-only': !most }" label="At most" inputmode="decimal" suffix="ohm" />
      </template>
      <v-text-field v-model="asked.since" :class="{ 'screen-only': !asked.since }" label="From" type="date" />
      <v-text-field v-model="asked.until" :class="{ 'screen-only': !asked.until }" label="to" type="date" />
    </form>
    <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
    <template v-if="found">
      <p class="count"><b>{{ counted(found.many, rods ? 'reading' : 'correction') }}</b> on {{ counted(found.jobs, 'job') }}<span v-if="found.many > found.rows.length" class="narrow quiet">, the latest {{ found.rows.length.toLocaleString('en-US') }} of them listed</span></p>
      <div v-if="found.drawn.length" class="plots"><DrawnPaper v-for="d in found.drawn" :key="d.title" :sheet="d" /></div>
      <table v-if="found.bands.length" aria-label="Soils">
        <thead><tr><th>soil</th><th>readings</th><th>from these readings</th><th>as shipped</th></tr></thead>
        <tbody><tr v-for="b in found.bands" :key="b.soil"><th class="narrow">{{ b.words }}</th><td class="mono">{{ b.readings }}</td><td class="mono">{{ band(b.learnt) }}<template v-if="b.middle">, middle {{ Math.round(b.middle) }}</template></td><td class="mono">{{ band(b.shipped) }}</td></tr></tbody>
      </table>
      <p v-if="found.bands.length" class="narrow quiet">What was measured over what was computed, times the soil it was computed in: from the tenth to the ninetieth of a hundred, of electrodes read lifted off the neutral. Fewer than three readings make no band.</p>
      <table v-if="found.rows.length" aria-label="Found">
        <thead><tr><th>job, where</th><th>when</th><th>by</th><th v-if="rods">soil</th><th v-if="rods" class="n">measured</th><th v-if="rods" class="n">computed</th><th>{{ rods ? 'note' : 'what' }}</th></tr></thead>
        <tbody>
          <tr v-for="(r, i) in found.rows" :key="i">
            <th class="narrow"><router-link :to="{ name: rods ? 'test' : 'inspection', params: { id: r.job_id } }">{{ r.job }}</router-link>, {{ r.where }}</th>
            <td class="mono">{{ r.on.replace('T', ' ') }}</td><td class="narrow">{{ r.by }}</td>
            <td v-if="rods" class="narrow">{{ [r.soil, r.state].filter(Boolean).join(', ') }}</td>
            <td v-if="rods" class="mono n">{{ measuredText(r.measured, 'ohm') }}</td><td v-if="rods" class="mono n">{{ measuredText(r.computed, 'ohm') }}</td>
            <td class="narrow">{{ rods ? '' : `${r.state}: ` }}{{ r.words }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="empty narrow">{{ rods ? 'No electrode was measured yet that fits. They are logged in a job, at Test.' : 'Nothing was asked for yet that fits. Corrections are logged in a job, at Packet, Inspection list.' }}</p>
    </template>
  </div>
</template>

<style scoped>
.page { padding: 12px 18px 30px; overflow: auto; height: 100%; }
header { display: flex; flex-wrap: wrap; gap: 6px 22px; align-items: baseline; }
h1 { font-size: 22px; }
form { display: flex; flex-wrap: wrap; gap: 6px 14px; margin: 10px 0; font-size: 15px; color: var(--quiet); }
.v-input { width: 130px; }
.short { width: 84px; }
.count { margin: 4px 0 10px; font-size: 16px; }
.plots { display: grid; grid-template-columns: repeat(auto-fit, minmax(320px, 1fr)); gap: 14px; max-width: 1000px; margin-bottom: 12px; }
table { border-collapse: collapse; margin: 6px 0 12px; min-width: min(100%, 640px); }
th { text-align: left; font-weight: 500; }
thead th { font: 400 14.5px var(--narrow); color: var(--quiet); border-bottom: 1px solid var(--ink); }
th, td { padding: 3px 16px 3px 0; border-bottom: 1px solid var(--rule); font-size: 14px; }
th.narrow, td.narrow { font-size: 15.5px; }
td.mono { font-size: 12.5px; }
.n { text-align: right; }
a { color: var(--ink); }
.empty { padding: 26px 0; font-size: 16px; }
</style>
