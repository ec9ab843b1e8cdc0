<script setup lang="ts">
import { computed } from 'vue'

import type { ModeAnswer, StationBond } from '@/api/types'
import { secondsText } from '@/figures/write'
import { useDesk } from '@/stores/desk'
import { term } from '@/stores/words'

const props = defineProps<{ mode: ModeAnswer | undefined }>()
const desk = useDesk()

const rows = computed(() => {
  const names = new Map(desk.job?.stations.map((s) => [s.id, s]))
  return (props.mode?.stations ?? []).flatMap((bond) => {
    const station = names.get(bond.station)
    if (!station || station.kind === 'utility') return []
    const fault = props.mode?.faults.find((f) => f.station === bond.station)
    return [{ bond, station, fault, words: words(bond) }]
  })
})

function words(b: StationBond): string {
  if (!b.live) return 'dead here'
  if (b.extra) return 'bonded wrongly'
  if (b.closed) return 'bonded'
  if (b.belongs) return 'bond missing'
  if (!b.neutral && b.way_back) return 'no neutral'
  return b.way_back ? 'kept apart' : 'no way back'
}

function wrong(b: StationBond): boolean {
  return b.live && (b.extra || (b.belongs && !b.closed) || !b.way_back || b.ground_bar === 'floating')
}
</script>

<template>
  <nav class="picker" aria-label="Equipment">
    <div class="head"><h2 class="cap">Equipment</h2><span class="narrow quiet" :title="`Longest a ${term('device')} may take with a ${term('ungrounded')} on this ${term('enclosure')}, as it is wired`">{{ term('ungrounded') }}-to-{{ term('enclosure') }} fault opens in</span></div>
    <button
      v-for="row in rows" :key="row.station.id" class="plain row" :class="{ here: row.station.id === desk.selectedStation, dead: !row.bond.live }"
      :aria-current="row.station.id === desk.selectedStation" @click="desk.selectStation(row.station.id)"
    >
      <span class="name narrow">{{ row.station.name }}</span>
      <span class="mono">{{ row.fault ? (row.fault.seconds === null ? 'need never' : `≤ ${secondsText(row.fault.seconds)}`) : '' }}</span>
      <span class="state narrow" :class="{ danger: wrong(row.bond) }">{{ row.words }}</span>
    </button>
  </nav>
</template>

<style scoped>
.picker { padding: 8px 0; border-bottom: 1px solid var(--rule); }
.head { display: flex; justify-content: space-between; align-items: baseline; padding: 0 12px 3px 14px; }
.head .narrow { font-size: 13px; }
.row { display: grid; grid-template-columns: 1fr auto; width: 100%; padding: 2px 12px 2px 14px; line-height: 1.2; }
.name { font-size: 16px; }
.row .mono { font-size: 12.5px; text-align: right; }
.state { grid-column: 1 / 3; font-size: 14px; color: var(--quiet); }
.state.danger { color: var(--danger); font-weight: 500; }
.row:hover { background: var(--soft); }
.here, .here:hover { background: var(--ink); color: var(--paper); }
.here .state, .here .state.danger { color: inherit; }
</style>
