<script setup lang="ts">
import { computed, inject } from 'vue'

import { runSteps } from '../away'
import RunLength from './RunLength.vue'
import RunVerdict from './RunVerdict.vue'
import TapConditions from './TapConditions.vue'
import type { Load, PatchStep, Run, RunAnswer, Station } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { AERIAL, groundMetals, INSULATIONS, KNOWN, LEAVES, LOCATIONS, METALS, OUTLET_FEEDS, OUTLET_ROOMS, OVER, RACEWAYS, sizeLocks, SYSTEMS, TAPS, TERMINALS, tradeLocks, USES } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import StateFields from '@/fields/StateFields.vue'
import type { Stated } from '@/fields/states'
import SwitchField from '@/fields/SwitchField.vue'
import TextField from '@/fields/TextField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { figureText } from '@/figures/write'
import { deskKey, useDesk } from '@/stores/desk'
import { inC, toldC, useUnits } from '@/stores/units'
import { term, titled } from '@/stores/words'

const props = defineProps<{ answer: RunAnswer }>()
const desk = inject(deskKey, useDesk, true)
const units = useUnits()

const run = computed(() => desk.run)
const base = computed(() => `/runs/${desk.runIndex}`)
const f = computed(() => props.answer.figures)
function setState(fields: Partial<Stated>) {
  if (desk.job && run.value) void desk.edit(runSteps(desk.job, run.value, fields))
}
const named = (r: Run) => desk.job?.stations.find((s) => s.id === r.to_station)?.name ?? r.id
const olds = computed(() => (desk.job?.runs ?? []).filter((r) => r.id !== run.value?.id && (r.state === 'goes' || r.state === 'for-now')).map((r) => ({ value: r.id, words: `run to ${named(r)}` })))
const ends = computed(() => {
  const stations = desk.job?.stations ?? []
  return [run.value?.from_station, run.value?.to_station].flatMap((id) => {
    const index = stations.findIndex((s) => s.id === id)
    return index < 0 || stations[index].kind === 'utility' ? [] : [{ index, station: stations[index] }]
  })
})
/** What the run still takes at its far end, by the figure's key. */
const ROOM = [
  { key: 'room_left', label: 'Still takes' },
  { key: 'largest_charger', label: 'as a car charger' },
  { key: 'largest_heat_pump', label: 'as a heat pump (plate)' },
  { key: 'largest_generator', label: 'Standby source, up to' },
] as const
const summed = computed(() => (run.value?.locks.load ? '' : figureText(f.value.load).replace(' A', '')))
const device = computed(() => props.answer.device)
const deviceLabel = computed(() => {
  if (device.value.words === term('at_main')) return `${titled('at_main')} at its end`
  return device.value.words === term('at_ahead') ? titled('at_ahead') : titled('device')
})

function setLoad(part: Partial<Load>) {
  const now = run.value?.locks.load
  const amps = part.amps ?? now?.amps ?? Number(f.value.load.value)
  const load: Load = { amps, continuous_amps: 0, neutral_amps: null, power_factor: 1, in_calculation: false, ...now, ...part }
  void desk.setLocks({ load })
}

/** One device, entered once: where it stands, and not on the run besides. */
function setDevice(value: number | null) {
  const { pointer } = device.value
  if (!pointer) return
  const own = `${base.value}/locks/breaker_a`
  const patch: PatchStep[] = [{ op: 'add', path: pointer, value }]
  if (pointer !== own && run.value?.locks.breaker_a !== null) patch.push({ op: 'add', path: own, value: null })
  void desk.edit(patch)
}

function setOutlets(part: Partial<NonNullable<Run['outlets']>> | null) {
  const now: Run['outlets'] = run.value?.outlets ?? null
  void desk.setRun({ outlets: part === null ? null : { room: 'kitchen', receptacles: true, feeds: null, gfci: null, afci: null, ...now, ...part } })
}

function setOverhead(part: Partial<NonNullable<Run['overhead']>> | null) {
  const now: Run['overhead'] = run.value?.overhead ?? null
  const blank = { over: 'walkway' as const, support: null, clearance: null, roof_rise: null, mast: false, mast_strong: null, mast_alone: null }
  void desk.setRun({ overhead: part === null ? null : { ...blank, ...now, ...part } })
}

function setTerminal(index: number, value: Station['terminal_c']) {
  const step: PatchStep = { op: 'add', path: `/stations/${index}/terminal_c`, value }
  void desk.edit([step])
}
</script>

<template>
  <section v-if="run" :key="run.id" class="inspector" aria-label="Run">
    <slot name="head" />
    <RunVerdict :answer="answer" />
    <NumberField
      label="Load" :value="run.locks.load?.amps ?? null" :auto="summed" unit="A" :pointer="`${base}/locks/load/amps`" lockable
      hint="Blank: the sum of what is connected beyond" @change="(v) => (v === null ? desk.setLocks({ load: null }) : setLoad({ amps: v }))"
    />
    <NumberField
      v-if="run.locks.load" label="of it continuous" :value="run.locks.load.continuous_amps" unit="A" :pointer="`${base}/locks/load/continuous_amps`"
      @change="(v) => setLoad({ continuous_amps: v ?? 0 })"
    />
    <NumberField
      v-if="run.locks.load && f.neutral" :label="`on the ${term('grounded')}`" :value="run.locks.load.neutral_amps" auto="unknown" unit="A" lockable set-word="clear"
      :pointer="`${base}/locks/load/neutral_amps`" hint="A of unbalance; blank: not known" @change="(v) => setLoad({ neutral_amps: v })"
    />
    <NumberField
      v-if="run.locks.load" label="power factor" :value="run.locks.load.power_factor" unit="" :pointer="`${base}/locks/load/power_factor`"
      @change="(v) => setLoad({ power_factor: v ?? 1 })"
    />
    <NumberField
      label="Rating asked" :value="run.locks.rating_a" auto="none" unit="A" lockable set-word="clear" :pointer="`${base}/locks/rating_a`"
      :hint="`In place of a load, or above it: a ${term('board')} of 150 A. Carried in full, drop and all`" @change="(v) => desk.setLocks({ rating_a: v })"
    />
    <NumberField
      v-if="device.pointer" :label="deviceLabel" :value="device.rating_a" :auto="figureText(f.breaker).replace(' A', '')" unit="A" :pointer="device.pointer"
      lockable :hint="device.words === term('at_run') ? '' : `What guards this run is the ${device.words}`" @change="setDevice"
    />
    <p v-else class="narrow">Guarded by the {{ device.words === term('at_main') ? `${term('at_main')}s at its end, together` : device.words }} <FigureButton :figure="f.breaker" :title="device.words" /></p>
    <ChoiceField v-if="run.use !== 'service'" label="Protected" :value="run.tap" :choices="TAPS" :pointer="`${base}/tap`" :hint="`A tap has its ${term('device')} at its far end`" @change="(v) => desk.setRun({ tap: v })" />
    <TapConditions v-if="answer.conditions.length" :conditions="answer.conditions" :run="run" :base="base" @change="(v) => desk.setRun({ tap_facts: v })" />
    <ChoiceField v-if="run.use !== 'service' && !run.tap" label="Leaves by" :value="run.leaves" :choices="LEAVES" :pointer="`${base}/leaves`" :hint="`What it starts from: a ${term('device')} of its own there, or ${term('lugs')} behind what stands ahead`" @change="(v) => desk.setRun({ leaves: v })" />
    <RunLength :run="run" :base="base" />
    <ChoiceField label="In" :value="run.cable.raceway" :choices="RACEWAYS" :pointer="`${base}/cable/raceway`" @change="(v) => desk.setCable({ raceway: v })" />
    <ChoiceField label="Metal" :value="run.cable.metal" :choices="METALS" :pointer="`${base}/cable/metal`" @change="(v) => desk.setCable({ metal: v })" />
    <ChoiceField label="Wire" :value="run.cable.insulation" :choices="INSULATIONS" :pointer="`${base}/cable/insulation`" @change="(v) => desk.setCable({ insulation: v })" />
    <ChoiceField label="Lies" :value="run.cable.location" :choices="LOCATIONS" :pointer="`${base}/cable/location`" @change="(v) => desk.setCable({ location: v })" />
    <NumberField label="Ambient" :value="toldC(run.cable.ambient_c, units)" :tell="(c) => toldC(c, units)" :unit="units.temperature.sign" :pointer="`${base}/cable/ambient_c`" @change="(v) => v !== null && desk.setCable({ ambient_c: inC(v, units) })" />
    <NumberField
      label="Loaded wires" :value="run.locks.loaded_conductors" auto="own" :pointer="`${base}/locks/loaded_conductors`" lockable
      :hint="`Current-carrying conductors in one ${term('raceway')}, other circuits’ included`" @change="(v) => desk.setLocks({ loaded_conductors: v })"
    />
    <NumberField label="Parallel sets" :value="run.cable.sets" :pointer="`${base}/cable/sets`" @change="(v) => desk.setCable({ sets: v ?? 1 })" />
    <ChoiceField
      v-for="{ index, station } in ends" :key="station.id" :label="`${titled('lugs')}, ${station.name}`" :value="station.terminal_c ?? null" :choices="TERMINALS"
      :pointer="`/stations/${index}/terminal_c`" @change="(v) => setTerminal(index, v)"
    />
    <NumberField
      label="Drop limit" :value="run.drop_limit_pct" :auto="String(answer.drop_limit_pct ?? '')" unit="%" :pointer="`${base}/drop_limit_pct`" lockable
      @change="(v) => desk.setRun({ drop_limit_pct: v })"
    />

    <h3 class="cap">Pulled</h3>
    <StateFields :part="run" :pointer="base" :olds="olds" @change="setState" />
    <ChoiceField :label="`${titled('ungrounded')}s`" :value="run.locks.size" :choices="sizeLocks(figureText(f.size))" :pointer="`${base}/locks/size`" @change="(v) => desk.setLocks({ size: v })" />
    <ChoiceField
      v-if="f.neutral" :label="titled('grounded')" :value="run.locks.neutral_size" :choices="sizeLocks(figureText(f.neutral))" :pointer="`${base}/locks/neutral_size`"
      @change="(v) => desk.setLocks({ neutral_size: v })"
    />
    <ChoiceField
      v-if="f.equipment_ground" :label="titled('protective')" :value="run.locks.egc_size" :choices="sizeLocks(figureText(f.equipment_ground))"
      :pointer="`${base}/locks/egc_size`" @change="(v) => desk.setLocks({ egc_size: v })"
    />
    <ChoiceField
      v-if="run.cable.raceway !== 'none'" :label="titled('raceway')" :value="run.locks.raceway_size" :choices="tradeLocks(String(f.raceway?.value ?? ''))"
      :pointer="`${base}/locks/raceway_size`" @change="(v) => desk.setLocks({ raceway_size: v })"
    />

    <details>
      <summary class="narrow">More about this run</summary>
      <ChoiceField label="Use" :value="run.use" :choices="USES" :pointer="`${base}/use`" @change="(v) => desk.setRun({ use: v })" />
      <ChoiceField label="System" :value="run.system" :choices="SYSTEMS" :pointer="`${base}/system`" @change="(v) => desk.setRun({ system: v })" />
      <ChoiceField
        v-if="f.equipment_ground" :label="`${titled('ground')}’s metal`" :value="run.cable.egc_metal" :choices="groundMetals()" :pointer="`${base}/cable/egc_metal`"
        @change="(v) => desk.setCable({ egc_metal: v })"
      />
      <ChoiceField v-if="run.use === 'feeder'" label="At the bus's far end" :value="run.far_end" :choices="KNOWN" :pointer="`${base}/far_end`" hint="Its breaker, away from the main: asked where it brings solar or storage back" @change="(v) => desk.setRun({ far_end: v })" />
      <SwitchField label="Carries a dwelling whole (83 %)" :value="run.whole_dwelling" :pointer="`${base}/whole_dwelling`" @change="(v) => desk.setRun({ whole_dwelling: v })" />
      <SwitchField label="On a roof, in the sun" :value="run.cable.rooftop" :pointer="`${base}/cable/rooftop`" @change="(v) => desk.setCable({ rooftop: v })" />
      <SwitchField label="Nipple, 24 in or less" :value="run.cable.nipple" :pointer="`${base}/cable/nipple`" @change="(v) => desk.setCable({ nipple: v })" />
      <SwitchField label="Cable in insulation" :value="run.cable.in_insulation" :pointer="`${base}/cable/in_insulation`" @change="(v) => desk.setCable({ in_insulation: v })" />
      <SwitchField :label="`Several plug ${term('receptacle')}s`" :value="run.several_receptacles" :pointer="`${base}/several_receptacles`" @change="(v) => desk.setRun({ several_receptacles: v })" />
      <SwitchField :label="`Bare ${term('protective')}`" :value="run.cable.bare_egc" :pointer="`${base}/cable/bare_egc`" @change="(v) => desk.setCable({ bare_egc: v })" />
      <TextField
        v-if="run.cable.raceway !== 'none'" :label="`Shares its ${term('raceway')} (a name for it)`" :value="run.cable.shares_raceway ?? ''" :pointer="`${base}/cable/shares_raceway`" :maxlength="80"
        @change="(v) => desk.setCable({ shares_raceway: v.trim() || null })"
      />
      <template v-if="run.use === 'branch'">
        <ChoiceField label="Outlets in" :value="run.outlets?.room ?? null" :choices="OUTLET_ROOMS" :pointer="`${base}/outlets/room`" @change="(room) => setOutlets(room === null ? null : { room })" />
        <template v-if="run.outlets">
          <SwitchField label="Receptacles among them" :value="run.outlets.receptacles" :pointer="`${base}/outlets/receptacles`" @change="(v) => setOutlets({ receptacles: v })" />
          <ChoiceField label="Wired to it" :value="run.outlets.feeds" :choices="OUTLET_FEEDS" :pointer="`${base}/outlets/feeds`" @change="(v) => setOutlets({ feeds: v })" />
          <ChoiceField label="GFCI" :value="run.outlets.gfci" :choices="KNOWN" :pointer="`${base}/outlets/gfci`" @change="(v) => setOutlets({ gfci: v })" />
          <ChoiceField label="AFCI" :value="run.outlets.afci" :choices="KNOWN" :pointer="`${base}/outlets/afci`" @change="(v) => setOutlets({ afci: v })" />
        </template>
      </template>
      <SwitchField label="Hangs in the air" :value="run.overhead !== null" :pointer="`${base}/overhead`" @change="(v) => setOverhead(v ? {} : null)" />
      <template v-if="run.overhead">
        <ChoiceField label="Over a" :value="run.overhead.over" :choices="OVER" :pointer="`${base}/overhead/over`" @change="(v) => setOverhead({ over: v })" />
        <ChoiceField label="Carried as" :value="run.overhead.support" :choices="AERIAL" :pointer="`${base}/overhead/support`" @change="(v) => setOverhead({ support: v })" />
        <NumberField label="Lowest at" :value="run.overhead.clearance" auto="unknown" :unit="units.length.sign" lockable set-word="clear" :pointer="`${base}/overhead/clearance`" @change="(v) => setOverhead({ clearance: v })" />
        <NumberField v-if="run.overhead.over === 'roof'" label="Roof rises" :value="run.overhead.roof_rise" auto="unknown" unit="in / 12" lockable set-word="clear" :pointer="`${base}/overhead/roof_rise`" @change="(v) => setOverhead({ roof_rise: v })" />
        <SwitchField label="Held by a mast" :value="run.overhead.mast" :pointer="`${base}/overhead/mast`" @change="(v) => setOverhead({ mast: v })" />
        <template v-if="run.overhead.mast">
          <ChoiceField label="Strong or braced" :value="run.overhead.mast_strong" :choices="KNOWN" :pointer="`${base}/overhead/mast_strong`" @change="(v) => setOverhead({ mast_strong: v })" />
          <ChoiceField label="Nothing else on it" :value="run.overhead.mast_alone" :choices="KNOWN" :pointer="`${base}/overhead/mast_alone`" @change="(v) => setOverhead({ mast_alone: v })" />
        </template>
      </template>
      <slot name="foot" />
    </details>

    <h3 class="cap">Figures</h3>
    <dl>
      <dt>Design current</dt><dd><FigureButton :figure="f.design" title="design current" /></dd>
      <dt>{{ titled('device') }}</dt><dd><FigureButton :figure="f.breaker" :title="term('device')" /></dd>
      <template v-if="f.base_ampacity">
        <dt title="base × ambient × bundling">Base × factors</dt>
        <dd>
          <FigureButton :figure="f.base_ampacity" title="base ampacity" /> ×
          <FigureButton :figure="f.ambient_factor" title="ambient factor" /> ×
          <FigureButton :figure="f.bundling_factor" title="bundling factor" />
        </dd>
      </template>
      <template v-if="f.derated_ampacity"><dt>Corrected</dt><dd><FigureButton :figure="f.derated_ampacity" title="corrected ampacity" /></dd></template>
      <template v-if="f.termination_limit"><dt>Terminals</dt><dd><FigureButton :figure="f.termination_limit" title="termination limit" /></dd></template>
      <template v-if="f.allowed_ampacity"><dt>Allowed</dt><dd><FigureButton :figure="f.allowed_ampacity" title="allowed ampacity" /></dd></template>
      <dt>Size</dt><dd><FigureButton :figure="f.size" title="size" /></dd>
      <dt>Drop</dt><dd class="two"><FigureButton :figure="f.drop_v" title="drop" /> <FigureButton :figure="f.drop_pct" title="drop" /></dd>
      <template v-if="f.leg_drop_pct"><dt>Worse {{ term('leg') }}</dt><dd><FigureButton :figure="f.leg_drop_pct" :title="`worse ${term('leg')}`" /></dd></template>
      <template v-if="f.constant_k_drop_pct"><dt>By constant K, about</dt><dd><FigureButton :figure="f.constant_k_drop_pct" title="cross-check" prefix="≈ " /></dd></template>
      <dt>Loss</dt><dd><FigureButton :figure="f.loss_w" title="loss" /></dd>
      <template v-if="f.loss_kwh_year"><dt>in a year</dt><dd><FigureButton :figure="f.loss_kwh_year" title="loss in a year" /></dd></template>
      <template v-if="f.neutral"><dt>{{ titled('grounded') }}</dt><dd><FigureButton :figure="f.neutral" :title="term('grounded')" /></dd></template>
      <template v-if="f.equipment_ground"><dt>{{ titled('protective') }}</dt><dd><FigureButton :figure="f.equipment_ground" :title="term('protective')" /></dd></template>
      <template v-if="f.raceway"><dt>{{ titled('raceway') }}, full</dt><dd class="two"><FigureButton :figure="f.raceway" title="raceway" /> <FigureButton v-if="f.fill_pct" :figure="f.fill_pct" title="fill" :places="0" /></dd></template>
      <dt>Most it carries here</dt><dd><FigureButton :figure="f.max_amps" title="most amps" /></dd>
      <dt>Longest at this load</dt><dd><FigureButton :figure="f.max_length" title="longest" /></dd>
      <template v-for="more in ROOM" :key="more.key">
        <template v-if="f[more.key]"><dt>{{ more.label }}</dt><dd><FigureButton :figure="f[more.key]" :title="more.label" /></dd></template>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.inspector { padding: 10px 12px 16px 14px; }
h3.cap { margin: 12px 0 3px; font-size: 13px; }
details { margin-top: 8px; border-top: 1px solid var(--rule); border-bottom: 1px solid var(--rule); padding: 4px 0; }
summary { cursor: pointer; font-size: 15px; font-weight: 600; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 2px 8px; margin: 0; font-size: 13px; }
dt { font-family: var(--narrow); font-size: 15px; color: var(--quiet); white-space: nowrap; }
dd { margin: 0; text-align: right; }
.two { display: flex; justify-content: flex-end; gap: 0 10px; flex-wrap: wrap; }
</style>
