<script setup lang="ts">
import { computed } from 'vue'

import { sizeText, written } from '../write'
import type { Ladder, Rung } from '@/api/types'
import { term, words } from '@/stores/words'

const props = defineProps<{
  ladder: Ladder
  need: number
  chosen: string | null
  locked: boolean
  own: boolean
  shown: string | null
}>()
const emit = defineEmits<{ explain: [size: string]; lock: [size: string] }>()

/** The columns that the job's code book has of its own. */
const columns = computed(() => words.value?.ladder ?? [])
const METALS = { al: 'Aluminium', cu: 'Copper' } as const
const widest = computed(() => Math.max(props.need * 1.15, ...props.ladder.rungs.map((r) => r.allowed_ampacity_a), 1))
const tail = computed(() => {
  const rungs = props.ladder.rungs
  const top = rungs.findIndex((r) => r.size === (props.chosen ?? props.ladder.smallest))
  const first = Math.max(0, (top < 0 ? rungs.length : top) - 9)
  return { hidden: first, rungs: rungs.slice(first) }
})

function share(amps: number): string {
  return `${(100 * Math.min(1, amps / widest.value)).toFixed(1)}%`
}

function last(rung: Rung): string {
  if (rung.stopped_by) return rung.stopped_words
  return rung.raceway ? `${rung.raceway} in` : ''
}

function drop(rung: Rung): string {
  return rung.drop_pct >= 100 ? '>100 %' : written(rung.drop_pct, '%', 1)
}
</script>

<template>
  <div class="ladder" :data-metal="ladder.metal" :style="{ '--own': columns.map(() => '46px').join(' ') || undefined }">
    <h3 class="cap" :class="{ quiet: !own }">{{ METALS[ladder.metal] }}<span v-if="own" class="narrow own"> · this run</span></h3>
    <div class="heads narrow quiet" aria-hidden="true">
      <span>size</span><span>need</span><span>carries</span><span>{{ term('device') }} to</span><span>drop</span><span v-for="column in columns" :key="column.key">{{ column.label }}</span><span>{{ term('raceway') }}, or stopped by</span>
    </div>
    <p v-if="tail.hidden" class="narrow quiet more">{{ tail.hidden === 1 ? 'One smaller size fails' : `${tail.hidden} smaller sizes fail` }} too</p>
    <div
      v-for="rung in tail.rungs"
      :key="rung.size"
      class="rung"
      :class="{ passes: rung.passes, chosen: own && rung.size === chosen, shown: rung.size === shown }"
      :data-size="rung.size"
    >
      <button
        class="plain row"
        @click="emit('explain', rung.size)"
        @dblclick="emit('lock', rung.size)"
        @keydown.w.stop.prevent="emit('explain', rung.size)"
      >
        <span class="mono size">{{ rung.size }}<span class="visually-hidden">{{ sizeText(rung.size, ladder.metal).slice(rung.size.length) }}, {{ rung.passes ? 'passes' : 'fails' }}, carries</span></span>
        <span class="track"><span class="bar" :style="{ width: share(rung.allowed_ampacity_a) }" /><span class="need" :style="{ left: share(need) }" /></span>
        <span class="mono amps">{{ written(rung.allowed_ampacity_a, 'A', 0) }}</span>
        <span class="mono amps"><span class="visually-hidden">, {{ term('device') }} to </span>{{ rung.device_a ? written(rung.device_a, 'A', 0) : '' }}</span>
        <span class="mono drop"><span class="visually-hidden">, drops </span>{{ drop(rung) }}</span>
        <span v-for="column in columns" :key="column.key" class="mono amps"><span class="visually-hidden">, {{ column.label }} </span>{{ written(rung.columns?.[column.key] ?? null, column.unit) }}</span>
        <span class="narrow last"><span class="visually-hidden">{{ rung.stopped_by ? ', stopped by ' : rung.raceway ? ', pipe ' : '' }}</span>{{ last(rung) }}<span class="visually-hidden">: working</span></span>
      </button>
      <button
        class="plain lock narrow"
        :aria-label="own && locked && rung.size === chosen ? 'locked: unlock the size' : `Lock ${sizeText(rung.size, ladder.metal)}`"
        @click="emit('lock', rung.size)"
      >{{ own && locked && rung.size === chosen ? 'locked' : 'lock' }}</button>
    </div>
    <p v-if="!ladder.rungs.length" class="quiet">No sizes yet: this run has no load.</p>
    <p v-else-if="!ladder.smallest" class="danger narrow">No size passes.</p>
  </div>
</template>

<style scoped>
.ladder { min-width: 0; }
.own { text-transform: none; letter-spacing: 0; color: var(--quiet); font-weight: 500; }
.heads, .row { display: grid; grid-template-columns: 36px minmax(24px, 1fr) 44px 44px 46px var(--own,) 92px; gap: 5px; align-items: center; width: 100%; }
.heads { padding: 3px 0 2px 4px; font-size: 12.5px; }
.heads span:nth-child(n + 3):not(:last-child) { text-align: right; }
.more { margin: 0; padding: 1px 6px; font-size: 12px; }
.rung { position: relative; display: flex; align-items: center; border-bottom: 1px solid transparent; border-top: 1px solid transparent; color: var(--quiet); }
.rung:hover { background: var(--soft); }
.row { padding: 2px 0 2px 4px; min-width: 0; }
.passes { color: var(--good); }
.chosen { background: var(--soft); border-color: var(--ink); color: var(--ink); }
.shown .size { text-decoration: underline; text-underline-offset: 3px; }
.size { font-weight: 600; font-size: 14px; white-space: nowrap; }
.track { position: relative; height: 9px; }
.bar { position: absolute; inset: 1px auto 1px 0; background: var(--bar-off); }
.passes .bar { background: var(--bar); }
.chosen .bar { background: var(--ink); }
.need { position: absolute; top: -3px; bottom: -3px; width: 2px; background: var(--danger); }
.amps, .drop { font-size: 12.5px; text-align: right; white-space: nowrap; }
.last { font-size: 13.5px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.lock { position: absolute; right: 0; padding: 0 4px 0 8px; font-size: 13px; color: var(--ink); background: var(--soft); opacity: 0; text-decoration: underline; }
.rung:hover .lock, .lock:focus-visible, .chosen .lock { opacity: 1; }
p { margin: 6px; }
</style>
