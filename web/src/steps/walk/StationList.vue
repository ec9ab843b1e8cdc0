<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import type { Run, Station } from '@/api/types'
import AllThere from '@/fields/AllThere.vue'
import { vHeld } from '@/fields/entry/held'
import { written } from '@/figures/write'
import { inState, isAway, stateSteps, stateWord } from '@/fields/states'
import { useDesk } from '@/stores/desk'
import { stationWord, term } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const desk = useDesk()
const router = useRouter()
const place = computed(() => desk.job?.places.find((p) => p.id === props.placeId))
const rows = computed(() =>
  (desk.job?.stations ?? [])
    .filter((s) => s.place === props.placeId)
    .map((s) => ({ s, run: desk.job?.runs.find((r) => r.to_station === s.id) })),
)

function rated(s: Station): string {
  if (s.transformer) return written(s.transformer.kva, 'kVA')
  if (s.source?.kva) return written(s.source.kva, 'kVA')
  const words = []
  if (s.gear.rating_a) words.push(written(s.gear.rating_a, 'A'))
  if (s.gear.spaces) words.push(`${s.gear.spaces} spaces`)
  return words.join(', ')
}

function locked(run: Run | undefined): string {
  if (!run) return ''
  const words = []
  if (run.locks.size) words.push(`${run.locks.size} ${run.cable.metal}`)
  if (run.locks.breaker_a) words.push(`${run.locks.breaker_a} A ${term('device')}`)
  if (run.locks.raceway_size) words.push(`${run.cable.raceway} ${run.locks.raceway_size} in`)
  return words.join(', ')
}

function stands(s: Station, existing: boolean) {
  void desk.edit(stateSteps(`/stations/${desk.job?.stations.indexOf(s)}`, inState(s, existing ? 'stays' : 'comes')))
}
function wired(run: Run, existing: boolean) {
  void desk.edit(stateSteps(`/runs/${desk.job?.runs.indexOf(run)}`, inState(run, existing ? 'stays' : 'comes')))
}

const absent = computed(() =>
  rows.value.flatMap(({ s, run }) => [
    ...(s.kind === 'utility' || s.state !== 'comes' ? [] : stateSteps(`/stations/${desk.job?.stations.indexOf(s)}`, inState(s, 'stays'))),
    ...(run?.state !== 'comes' ? [] : stateSteps(`/runs/${desk.job?.runs.indexOf(run)}`, inState(run, 'stays'))),
  ]),
)

function open(id: string) {
  desk.selectStation(id)
  if (desk.id) void router.push({ name: 'span', params: { id: desk.id } })
}
</script>

<template>
  <section v-if="place" class="list" aria-label="What is there">
    <header><h2 class="cap">What is at {{ place.name }}</h2><AllThere what="All of it stands already" :steps="absent" /></header>
    <table v-if="rows.length">
      <thead><tr class="narrow"><th>Equipment</th><th>Kind</th><th>Rated</th><th>Decided, locked</th><th>There already</th></tr></thead>
      <tbody>
        <tr v-for="{ s, run } in rows" :key="s.id">
          <td><v-btn variant="text" @click="open(s.id)">{{ s.name }}</v-btn></td>
          <td class="narrow quiet">{{ stationWord(s.kind) }}<template v-if="isAway(s)"> · {{ stateWord(s.state) }}</template></td>
          <td class="mono">{{ rated(s) }}</td>
          <td class="narrow">{{ locked(run) }}</td>
          <td class="narrow there">
            <v-checkbox-btn v-if="s.kind !== 'utility'" v-held="{ shown: s.state === 'stays', settled: desk.settled }" :model-value="s.state === 'stays'" label="it" :aria-label="`${s.name} stands already`" @update:model-value="stands(s, s.state !== 'stays')" />
            <v-checkbox-btn v-if="run" v-held="{ shown: run.state === 'stays', settled: desk.settled }" :model-value="run.state === 'stays'" label="its wire" :aria-label="`The wire to ${s.name} is in place already`" @update:model-value="wired(run, run.state !== 'stays')" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet">No gear here yet. Add a {{ term('board') }} or equipment in Span.</p>
  </section>
</template>

<style scoped>
.there { white-space: nowrap; }
.there .v-checkbox-btn + .v-checkbox-btn { margin-left: 14px; }
header { display: flex; flex-wrap: wrap; gap: 4px 12px; justify-content: space-between; align-items: center; }
.list { padding: 10px 14px; }
table { width: 100%; border-collapse: collapse; }
th { text-align: left; font-weight: 500; color: var(--quiet); font-size: 14px; border-bottom: 1px solid var(--ink); }
td { border-bottom: 1px solid var(--rule); padding: 3px 10px 3px 0; }
td.mono { font-size: 13px; }
td.narrow { font-size: 15px; }
button:hover { text-decoration: underline; }
</style>
