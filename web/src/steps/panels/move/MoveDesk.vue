<script setup lang="ts">
import { computed } from 'vue'

import MovePicture from './MovePicture.vue'
import { fillWithSplices } from '../box/useBox'
import { spaceText, usePanelDesk } from '../usePanel'
import ChoiceField from '@/fields/ChoiceField.vue'
import { GEAR_ROOMS } from '@/fields/choices'
import { numberIn } from '@/fields/entry/number'
import NumberField from '@/fields/NumberField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { figureText } from '@/figures/write'
import { useUnits } from '@/stores/units'

const panel = usePanelDesk()
const { base, station, answer, circuits, solved } = panel
const units = useUnits()
const move = computed(() => panel.panel.value?.move ?? null)
const found = computed(() => answer.value?.move ?? null)
const sign = computed(() => units.value.length.sign)
const byPlan = computed(() => !!move.value?.to)
const rows = computed(() => (found.value?.reaches ?? []).flatMap((r) => {
  const circuit = circuits.value.find((c) => c.id === r.circuit)
  return circuit ? [{ r, circuit, says: solved.value.get(r.circuit)?.says ?? r.circuit }] : []
}))

function set(way: string, value: unknown) {
  void panel.edit([[`panel/${way}`, value]])
}

function setPoint(way: 'at' | 'move/to', axis: 'x' | 'y', value: number | null) {
  const now = (way === 'at' ? panel.panel.value?.at : move.value?.to) ?? { x: 0, y: 0 }
  if (value === null) set(way, null)
  else set(way, { ...now, [axis]: value })
}

function setEnters(id: string, axis: 'x' | 'y', typed: string) {
  const circuit = circuits.value.find((c) => c.id === id)
  const value = numberIn(typed, units.value.id === 'metric')
  if (typed.trim() === '') void panel.setCircuit(id, { enters: null })
  else if (Number.isFinite(value)) void panel.setCircuit(id, { enters: { ...(circuit?.enters ?? { x: 0, y: 0 }), [axis]: value } })
}

function setSpare(id: string, typed: string) {
  const value = numberIn(typed, units.value.id === 'metric')
  if (typed.trim() === '') void panel.setCircuit(id, { spare: null })
  else if (Number.isFinite(value)) void panel.setCircuit(id, { spare: value })
}

function said(reaches: boolean | null): string {
  return reaches === null ? 'measure it' : reaches ? 'reaches' : 'too short'
}
</script>

<template>
  <section v-if="!move" class="desk">
    <p>The panel stays where it is. Plan a move to see which cables reach the new place, the boxes for those that do not, and what has to be done with the power off.</p>
    <v-btn variant="flat" @click="set('move', {})">Plan a move of {{ station?.name }}</v-btn>
  </section>
  <section v-else class="desk" aria-label="Moving the panel">
    <div class="columns">
      <div>
        <h3 class="cap">Where to</h3>
        <ChoiceField label="New place" :value="move.room as never" :choices="GEAR_ROOMS" :pointer="`${base}/panel/move/room`" @change="(v) => set('move/room', v)" />
        <NumberField label="New place, east" :value="move.to?.x ?? null" :unit="sign" lockable set-word="off" :pointer="`${base}/panel/move/to/x`" @change="(v) => setPoint('move/to', 'x', v)" />
        <NumberField label="north" :value="move.to?.y ?? null" :unit="sign" lockable set-word="off" :pointer="`${base}/panel/move/to/y`" @change="(v) => setPoint('move/to', 'y', v)" />
        <NumberField label="It hangs now, east" :value="panel.panel.value?.at?.x ?? null" :unit="sign" lockable set-word="off" :pointer="`${base}/panel/at/x`" @change="(v) => setPoint('at', 'x', v)" />
        <NumberField label="north" :value="panel.panel.value?.at?.y ?? null" :unit="sign" lockable set-word="off" :pointer="`${base}/panel/at/y`" @change="(v) => setPoint('at', 'y', v)" />
        <NumberField label="Up, down and into it" :value="move.ends" :unit="sign" :pointer="`${base}/panel/move/ends`" hint="Added to every cable" @change="(v) => set('move/ends', v ?? 0)" />
        <NumberField v-if="!byPlan" label="Old place to new, along the wire" :value="move.length" :unit="sign" lockable set-word="none" :pointer="`${base}/panel/move/length`" @change="(v) => set('move/length', v)" />
        <NumberField label="Feeder to the new place" :value="move.feeder" :unit="sign" lockable set-word="none" :pointer="`${base}/panel/move/feeder`" @change="(v) => set('move/feeder', v)" />
        <p v-if="found?.feeder_size.value" class="feeder narrow" :class="{ danger: !found.feeder_passes }">{{ found.feeder_passes ? 'Feeder' : 'Feeder fails' }}: <FigureButton :figure="found.feeder_size" title="feeder to the new place" /> · <FigureButton :figure="found.feeder_drop" title="drop of the feeder to the new place" /> drop at <FigureButton :figure="found.feeder_length" title="length of the feeder to the new place" /></p>
        <v-btn variant="text" class="narrow quiet" @click="set('move', null)">leave it where it is</v-btn>
      </div>
      <MovePicture v-if="found" :found="found" />
    </div>
    <template v-if="found">
      <table aria-label="Cables">
        <thead><tr class="narrow"><th>Circuit</th><th v-if="byPlan" class="right">comes in at, east · north</th><th class="right">cable there</th><th class="right">needs</th><th>&nbsp;</th></tr></thead>
        <tbody>
          <tr v-for="{ r, circuit, says } in rows" :key="r.circuit" :class="{ short: r.reaches === false, here: panel.circuitId.value === r.circuit }">
            <td><v-btn variant="text" class="narrow" @click="panel.circuitId.value = r.circuit"><span class="mono">{{ spaceText(circuit) }}</span> {{ says }}</v-btn></td>
            <td v-if="byPlan" class="right"><v-text-field class="mono right" :model-value="circuit.enters?.x ?? ''" :aria-label="`${says} comes in, east`" @change="setEnters(r.circuit, 'x', ($event.target as HTMLInputElement).value)" /> · <v-text-field class="mono right" :model-value="circuit.enters?.y ?? ''" :aria-label="`${says} comes in, north`" @change="setEnters(r.circuit, 'y', ($event.target as HTMLInputElement).value)" /></td>
            <td class="right"><v-text-field class="mono right" :model-value="circuit.spare ?? ''" :placeholder="figureText(r.there, 1).replace(` ${sign}`, '')" :aria-label="`Cable there, ${says}`" @change="setSpare(r.circuit, ($event.target as HTMLInputElement).value)" /> {{ sign }}</td>
            <td class="right"><FigureButton :figure="r.needed" :title="`cable needed, ${says}`" :places="1" /></td>
            <td class="narrow" :class="{ danger: r.reaches === false, caution: r.reaches === null, good: r.reaches }">{{ said(r.reaches) }}<template v-if="r.box">, {{ r.box }}</template></td>
          </tr>
        </tbody>
      </table>
      <div class="columns">
        <div v-if="found.boxes.length">
          <h3 class="cap">Boxes of splices</h3>
          <p v-for="b in found.boxes" :key="b.name"><b>{{ b.name }}</b>: {{ b.circuits.map((id) => solved.get(id)?.says ?? id).join(', ') }}. Needs <FigureButton :figure="b.needed" :title="`room in ${b.name}`" :places="2" />; <span :class="{ danger: !b.box }">{{ b.box || 'no box of the table holds it' }}</span>. <v-btn variant="text" class="narrow link" @click="fillWithSplices(b); panel.tab.value = 'boxes'">See {{ b.name }} in Box fill</v-btn></p>
        </div>
        <div><h3 class="cap">Made ready before</h3><ol><li v-for="w in found.before" :key="w">{{ w }}</li></ol></div>
        <div><h3 class="cap">With the power off</h3><ol><li v-for="w in found.dark" :key="w">{{ w }}</li></ol></div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.desk { padding: 10px 0; }
.columns { display: grid; grid-template-columns: repeat(auto-fit, minmax(240px, 1fr)); gap: 8px 26px; }
h3.cap { margin: 10px 0 2px; font-size: 13px; }
table { width: 100%; border-collapse: collapse; margin: 10px 0; }
th { text-align: left; color: var(--quiet); font-weight: 400; font-size: 14px; border-bottom: 1px solid var(--ink); }
td { padding: 2px 4px 2px 0; border-bottom: 1px solid var(--rule); font-size: 14.5px; }
td .narrow { font-size: 15.5px; }
.right { text-align: right; white-space: nowrap; }
.v-text-field { display: inline-grid; width: 52px; }
.here td { background: var(--soft); }
ol { margin: 2px 0; padding-left: 18px; font-size: 14px; }
p { margin: 4px 0; }
.link { text-decoration: underline; }
.feeder { font-size: 15.5px; }
@media screen and (max-width: 700px) { table { display: block; overflow-x: auto; } input { min-height: 40px; } }
</style>
