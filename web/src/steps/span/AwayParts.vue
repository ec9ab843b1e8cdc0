<script setup lang="ts">
import { computed } from 'vue'

import type { Run } from '@/api/types'
import StateFields from '@/fields/StateFields.vue'
import { stateWord, type Stated } from '@/fields/states'
import { runSteps, stationSteps, useAway } from './away'
import { useDesk } from '@/stores/desk'

/** What comes out or is there for a time: the one that is chosen with its state, the others to choose. */
const desk = useDesk()
const { chosen, stations, runs } = useAway(desk)

function setState(fields: Partial<Stated>) {
  const now = chosen.value
  if (!now || !desk.job) return
  void desk.edit('from_station' in now.part ? runSteps(desk.job, now.part, fields) : stationSteps(desk.job, now.part, fields))
}

const nameOf = (id: string) => desk.job?.stations.find((s) => s.id === id)?.name ?? id
const runName = (r: Run) => `Run, ${nameOf(r.from_station)} to ${nameOf(r.to_station)}`
const title = computed(() => (chosen.value ? ('from_station' in chosen.value.part ? runName(chosen.value.part) : chosen.value.part.name) : ''))
</script>

<template>
  <section v-if="chosen" :key="title" class="inspector" aria-label="What comes out">
    <h2 class="cap">{{ title }}</h2>
    <StateFields :part="chosen.part" :pointer="chosen.pointer" @change="setState" />
  </section>
  <section v-if="stations.length || runs.length" class="away" aria-label="Comes out, or is temporary">
    <h2 class="cap">Comes out, or is temporary</h2>
    <ul>
      <li v-for="s in stations" :key="s.id"><v-btn variant="text" @click="desk.selectStation(s.id)">{{ s.name }}</v-btn> <span class="quiet narrow">{{ stateWord(s.state) }}</span></li>
      <li v-for="r in runs" :key="r.id"><v-btn variant="text" @click="desk.selectRun(r.id)">{{ runName(r) }}</v-btn> <span class="quiet narrow">{{ stateWord(r.state) }}</span></li>
    </ul>
  </section>
</template>

<style scoped>
.inspector { padding: 10px 12px 4px 14px; }
.away { margin-top: 14px; border-top: 1px solid var(--rule); padding: 8px 12px 16px 14px; }
ul { list-style: none; margin: 0; padding: 0; }
</style>
