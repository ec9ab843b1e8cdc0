<script setup lang="ts">
import { computed } from 'vue'

import { usePullDesk } from './key'
import type { Figure, Waypoint } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { useUnits } from '@/stores/units'
import { list } from '@/stores/words'

const pull = usePullDesk()
const { run, base, desk, answer } = pull
const units = useUnits()
const route = computed(() => run.value?.route)
const walked = computed(() => desk.solution?.routes.find((r) => r.run === run.value?.id))
const UNDER = list<string>('cover_locations')
const PLACES = computed(() => [{ value: null as string | null, words: 'as the run' }, ...UNDER])
const FITTINGS = [{ value: 'box', words: 'box' }, { value: 'conduit-body', words: 'conduit body' }] as const
const buried = computed(() => run.value?.cable.location === 'buried')

function turn(at: number): string {
  const node = answer.value?.nodes.find((n) => n.waypoint === at)
  return node && node.turn_deg ? `${node.turn_deg.toFixed(0)}°` : ''
}
function box(at: number): Figure | null {
  const found = answer.value?.nodes.find((n) => n.waypoint === at)?.box
  return found && found.value !== null ? found : null
}
function ends(fields: { ends?: number; ends_start?: number | null }) {
  void desk.edit(Object.entries(fields).map(([name, value]) => ({ op: 'add', path: `${base.value}/route/${name}`, value })))
}
function set(at: number, fields: Partial<Waypoint>) {
  void pull.setPoint(at, fields)
}
</script>

<template>
  <section v-if="route" class="points" aria-label="Points of the route">
    <h2 class="cap">Points, as Walk has them</h2>
    <div class="rises">
      <NumberField label="Up, down, make-up" :value="route.ends" :unit="units.length.sign" :pointer="`${base}/route/ends`" @change="(v) => ends({ ends: v ?? 0 })" />
      <NumberField label="Of that, at the start" :value="route.ends_start" auto="half" :unit="units.length.sign" lockable set-word="clear" :pointer="`${base}/route/ends_start`" @change="(v) => ends({ ends_start: v })" />
    </div>
    <div class="scroll">
      <table>
        <thead><tr class="narrow"><th>Point</th><th class="right">Leg, {{ units.length.sign }}</th><th class="right">Bend</th><th>Ground, {{ units.length.sign }}</th><th v-if="buried">Cover from here, {{ units.small.sign }}</th><th v-if="buried">Under</th><th>Wire comes out</th></tr></thead>
        <tbody>
          <tr v-for="(p, i) in route.points" :key="i">
            <td class="mono">{{ i + 1 }}</td>
            <td class="mono right">{{ i ? walked?.legs[i - 1]?.toFixed(1) : '' }}</td>
            <td class="mono right">{{ turn(i) }}</td>
            <td><NumberField bare :label="`Ground at ${i + 1}`" :value="p.z" :pointer="`${base}/route/points/${i}/z`" @change="(v) => set(i, { z: v ?? 0 })" /></td>
            <td v-if="buried"><NumberField v-if="i < route.points.length - 1" bare :label="`Cover from ${i + 1}`" :value="p.cover" auto="run’s" :pointer="`${base}/route/points/${i}/cover`" @change="(v) => set(i, { cover: v })" /></td>
            <td v-if="buried"><ChoiceField v-if="i < route.points.length - 1" bare :label="`Under, from ${i + 1}`" :value="p.under" :choices="PLACES" :pointer="`${base}/route/points/${i}/under`" @change="(v) => set(i, { under: v })" /></td>
            <td>
              <template v-if="i && i < route.points.length - 1">
                <SwitchField :label="`at ${i + 1}`" :value="p.pull" :pointer="`${base}/route/points/${i}/pull`" @change="(v) => set(i, { pull: v })" />
                <ChoiceField v-if="p.pull" bare :label="`What ${i + 1} is`" :value="p.fitting" :choices="FITTINGS" :pointer="`${base}/route/points/${i}/fitting`" @change="(v) => set(i, { fitting: v })" />
                <span v-if="box(i)" class="narrow quiet">as a box <FigureButton :figure="box(i)" :title="`least length of a box at ${i + 1}`" :places="0" /> long at least</span>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.points { padding: 10px 14px; border-top: 1px solid var(--rule); }
.rises { display: flex; gap: 18px; flex-wrap: wrap; }
.rises > * { width: 230px; }
.scroll { overflow-x: auto; }
table { border-collapse: collapse; font-size: 13px; width: 100%; }
th { text-align: left; font-weight: 500; color: var(--quiet); font-size: 14px; border-bottom: 1px solid var(--ink); padding-right: 10px; white-space: nowrap; }
td { border-bottom: 1px solid var(--rule); padding: 2px 10px 2px 0; vertical-align: middle; }
.right { text-align: right; }
</style>
