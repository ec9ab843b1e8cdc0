<script setup lang="ts">
import { computed } from 'vue'

import { straightRoute, trackRoute } from './plan'
import type { Route } from '@/api/types'
import { answered, api, asSent, Refused } from '@/api/client'
import ChoiceField from '@/fields/ChoiceField.vue'
import { vHeld } from '@/fields/entry/held'
import NumberField from '@/fields/NumberField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { lengthText } from '@/figures/write'
import { useDesk } from '@/stores/desk'
import { footOf, useUnits } from '@/stores/units'
import { useView } from '@/stores/view'
import { list } from '@/stores/words'
import FilePick from '@/fields/FilePick.vue'

const runId = defineModel<string | null>({ required: true })
const desk = useDesk()
const view = useView()
const units = useUnits()
const index = computed(() => desk.job?.runs.findIndex((r) => r.id === runId.value) ?? -1)
const run = computed(() => desk.job?.runs[index.value])
const base = computed(() => `/runs/${index.value}`)
const answer = computed(() => desk.solution?.routes.find((r) => r.run === runId.value))
const straight = computed(() => (desk.job && run.value ? straightRoute(desk.job, run.value) : null))
const differs = computed(() => answer.value && run.value && Math.abs(Number(answer.value.length.value) - run.value.cable.length) > footOf(desk.job))
const runs = computed(() => {
  const names = new Map(desk.job?.stations.map((s) => [s.id, s.name]))
  return (desk.job?.runs ?? []).map((r) => ({ value: r.id as string | null, words: `${names.get(r.to_station)}` }))
})
const KINDS = list<Route['kind']>('route_kinds')

function setRoute(route: Route | null) {
  void desk.edit([{ op: 'add', path: `${base.value}/route`, value: route }])
}

function setPoint(at: number, pull: boolean) {
  void desk.edit([{ op: 'add', path: `${base.value}/route/points/${at}/pull`, value: pull }])
}

function removePoint(at: number) {
  void desk.edit([{ op: 'remove', path: `${base.value}/route/points/${at}` }])
}

async function walked(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file || !desk.job || !run.value) return
  try {
    const track = await answered(api.POST('/api/tracks', { ...asSent(file), params: { query: { units: desk.job.units } } }))
    setRoute(trackRoute(desk.job, run.value, track.points as [number, number][]))
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    desk.notice = [error.message, ...error.problems.map((p) => p.words)].join(': ')
  }
}
</script>

<template>
  <section class="editor" aria-label="Route">
    <h2 class="cap">Route</h2>
    <ChoiceField label="Of the run to" :value="runId" :choices="runs" pointer="/none" @change="(v) => (runId = v)" />
    <template v-if="run">
      <template v-if="run.route && answer">
        <ChoiceField label="It goes" :value="run.route.kind" :choices="KINDS" :pointer="`${base}/route/kind`" @change="(v) => run?.route && setRoute({ ...run.route, kind: v })" />
        <NumberField label="Up, down, make-up" :value="run.route.ends" :unit="units.length.sign" :pointer="`${base}/route/ends`" hint="What the wire takes beyond the plan: up and down at both ends, and into the boxes" @change="(v) => run?.route && setRoute({ ...run.route, ends: v ?? 0 })" />
        <dl>
          <dt>Along the wire</dt><dd><FigureButton :figure="answer.length" title="length by the plan" :places="1" /></dd>
          <dt>Most bends in one pull</dt><dd><FigureButton :figure="answer.worst_bends_deg" title="bends between pull points" :places="0" /></dd>
          <dt>{{ run.length_from === 'route' ? 'Its length, by this route' : run.length_from === 'taped' ? 'Its length, taped' : 'Its length, entered' }}</dt><dd class="mono">{{ lengthText(run.cable.length, units.length.sign, view.both) }}</dd>
        </dl>
        <v-btn v-if="run.length_from !== 'route'" :variant="differs ? 'flat' : 'outlined'" @click="desk.edit([{ op: 'add', path: `${base}/length_from`, value: 'route' }])">{{ differs ? 'Use the route’s length' : 'Let its length follow the route' }}</v-btn>
        <table>
          <thead><tr class="narrow"><th>Point</th><th class="right">Leg, {{ units.length.sign }}</th><th class="right">Bend</th><th>Pull</th><th><span class="visually-hidden">Remove</span></th></tr></thead>
          <tbody>
            <tr v-for="(p, i) in run.route.points" :key="i">
              <td class="mono">{{ i + 1 }}</td>
              <td class="mono right">{{ i ? answer.legs[i - 1]?.toFixed(1) : '' }}</td>
              <td class="mono right">{{ i && i < run.route.points.length - 1 ? `${answer.bends_deg[i - 1]?.toFixed(0)}°` : '' }}</td>
              <td><v-checkbox-btn v-if="i && i < run.route.points.length - 1" v-held="{ shown: p.pull, settled: desk.settled }" :model-value="p.pull" :aria-label="`Pull point at ${i + 1}`" @update:model-value="setPoint(i, !p.pull)" /></td>
              <td><v-btn v-if="run.route.points.length > 2" variant="text" class="narrow quiet" :aria-label="`Remove point ${i + 1}`" @click="removePoint(i)">×</v-btn></td>
            </tr>
          </tbody>
        </table>
        <p class="narrow quiet">Drag a point on the plan. Click the line twice for a new bend.</p>
        <v-btn @click="setRoute(null)">Remove the route</v-btn>
      </template>
      <template v-else>
        <p class="narrow quiet">{{ straight ? 'Not drawn yet.' : 'Put both of its places on the plan first, or read a walked track.' }}</p>
        <v-btn :disabled="!straight" @click="straight && setRoute(straight)">Draw it straight</v-btn>
      </template>
      <FilePick words="Walked track, GPX or GeoJSON" accept=".gpx,.geojson,.json,application/gpx+xml" @pick="walked" />
    </template>
  </section>
</template>

<style scoped>
.editor { display: grid; gap: 6px; justify-items: start; }
.editor > :deep(.field) { width: 100%; }
dl { display: grid; grid-template-columns: 1fr auto; gap: 2px 8px; width: 100%; margin: 2px 0; }
dt { font-family: var(--narrow); font-size: 15px; color: var(--quiet); }
dd { margin: 0; text-align: right; }
table { width: 100%; border-collapse: collapse; font-size: 13px; }
th { text-align: left; font-weight: 500; color: var(--quiet); font-size: 14px; border-bottom: 1px solid var(--ink); }
td { border-bottom: 1px solid var(--rule); padding: 2px 0; }
.right { text-align: right; padding-right: 10px; }
p { margin: 0; }
.file:focus-within { outline: 2px solid var(--good); }
</style>
