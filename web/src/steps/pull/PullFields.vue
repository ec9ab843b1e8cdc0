<script setup lang="ts">
import { computed } from 'vue'

import { usePullDesk } from './key'
import LaterWires from './LaterWires.vue'
import type { Burial, PullPlan } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { useUnits } from '@/stores/units'
import { list } from '@/stores/words'

const pull = usePullDesk()
const { run, base, runs, desk, start, end } = pull
const units = useUnits()
const burial = computed(() => run.value?.burial)
const plan = computed(() => run.value?.pull)
const piped = computed(() => run.value?.cable.raceway !== 'none')
const PLACES = list<Burial['location']>('cover_locations')
const RISERS = list<Burial['riser']>('risers')
const LUBRICANTS = list<PullPlan['lubricant']>('lubricants')
const GRIPS = [{ value: 'basket', words: 'basket' }, { value: 'eye', words: 'eye' }] as const
const FEEDS = computed(() => [
  { value: null, words: 'the easier end' },
  { value: 'start' as const, words: start.value },
  { value: 'end' as const, words: end.value },
])
const CROSSED = ['gas', 'water', 'sewer', 'power', 'telecom', 'irrigation'] as const

function cross(what: (typeof CROSSED)[number], on: boolean) {
  const now = burial.value?.crosses ?? []
  void pull.set('burial', { crosses: on ? [...now, what] : now.filter((c) => c !== what) })
}
</script>

<template>
  <div v-if="run" class="fields">
    <ChoiceField label="Run" :value="desk.selectedRun" :choices="runs" pointer="/none" @change="(v) => desk.selectRun(v)" />
    <template v-if="run.cable.location === 'buried'">
      <h2 class="cap">In the ground</h2>
      <ChoiceField label="Under" :value="burial?.location ?? 'general'" :choices="PLACES" :pointer="`${base}/burial/location`" @change="(v) => pull.set('burial', { location: v })" />
      <NumberField label="Cover" :value="burial?.cover ?? null" auto="as asked" :unit="units.small.sign" lockable set-word="clear" :pointer="`${base}/burial/cover`" hint="From the top of it to finished grade" @change="(v) => pull.set('burial', { cover: v })" />
      <SwitchField label="Solid rock: concrete down to it" :value="burial?.solid_rock ?? false" :pointer="`${base}/burial/solid_rock`" @change="(v) => pull.set('burial', { solid_rock: v })" />
      <ChoiceField label="Comes up in" :value="burial?.riser ?? null" :choices="RISERS" :pointer="`${base}/burial/riser`" hint="From the trench to 8 ft above grade" @change="(v) => pull.set('burial', { riser: v })" />
      <SwitchField label="It can be hit where it comes up" :value="burial?.exposed_to_damage ?? false" :pointer="`${base}/burial/exposed_to_damage`" @change="(v) => pull.set('burial', { exposed_to_damage: v })" />
      <ChoiceField label="Ribbon over it" :value="burial?.ribbon ?? null" :choices="KNOWN" :pointer="`${base}/burial/ribbon`" @change="(v) => pull.set('burial', { ribbon: v })" />
      <ChoiceField label="Lines marked" :value="burial?.located ?? null" :choices="KNOWN" :pointer="`${base}/burial/located`" hint="The call before digging" @change="(v) => pull.set('burial', { located: v })" />
      <details><summary class="narrow">It crosses{{ burial?.crosses.length ? `: ${burial.crosses.join(', ')}` : ' nothing known' }}</summary>
        <SwitchField v-for="c in CROSSED" :key="c" :label="c" :value="burial?.crosses.includes(c) ?? false" :pointer="`${base}/burial/crosses`" @change="(v) => cross(c, v)" />
      </details>
    </template>
    <template v-if="piped">
      <h2 class="cap">The pull</h2>
      <ChoiceField label="Fed at" :value="plan?.fed_from ?? null" :choices="FEEDS" :pointer="`${base}/pull/fed_from`" @change="(v) => pull.set('pull', { fed_from: v })" />
      <ChoiceField label="Lubricant" :value="plan?.lubricant ?? 'usual'" :choices="LUBRICANTS" :pointer="`${base}/pull/lubricant`" @change="(v) => pull.set('pull', { lubricant: v })" />
      <NumberField label="Friction" :value="plan?.mu ?? null" auto="auto" lockable set-word="clear" :pointer="`${base}/pull/mu`" @change="(v) => pull.set('pull', { mu: v })" />
      <NumberField label="Elbow radius" :value="plan?.elbow_radius ?? null" auto="least" :unit="units.small.sign" lockable set-word="clear" :pointer="`${base}/pull/elbow_radius`" hint="To the centre line" @change="(v) => pull.set('pull', { elbow_radius: v })" />
      <ChoiceField label="Grip" :value="plan?.grip ?? 'basket'" :choices="GRIPS" :pointer="`${base}/pull/grip`" @change="(v) => pull.set('pull', { grip: v })" />
      <NumberField label="Rope in hand" :value="plan?.rope ?? null" auto="none" :unit="units.force.sign" lockable set-word="clear" :pointer="`${base}/pull/rope`" hint="Its working load, on its tag" @change="(v) => pull.set('pull', { rope: v })" />
      <SwitchField label="By hand" :value="plan?.by_hand ?? true" :pointer="`${base}/pull/by_hand`" @change="(v) => pull.set('pull', { by_hand: v })" />
      <NumberField label="Kept at the start" :value="plan?.slack_start ?? null" auto="house" :unit="units.length.sign" lockable set-word="clear" :pointer="`${base}/pull/slack_start`" hint="For making up, and for a later day; blank: as the house rules say" @change="(v) => pull.set('pull', { slack_start: v })" />
      <NumberField label="Kept at the end" :value="plan?.slack_end ?? null" auto="house" :unit="units.length.sign" lockable set-word="clear" :pointer="`${base}/pull/slack_end`" @change="(v) => pull.set('pull', { slack_end: v })" />
      <details><summary class="narrow">More about the pipe</summary>
        <NumberField label="Weight" :value="plan?.weight ?? null" auto="worked out" :unit="units.line_force.sign" lockable set-word="clear" :pointer="`${base}/pull/weight`" hint="Of all that is pulled, from the maker’s sheet" @change="(v) => pull.set('pull', { weight: v })" />
        <ChoiceField label="Ends fitted" :value="plan?.ends_fitted ?? null" :choices="KNOWN" :pointer="`${base}/pull/ends_fitted`" hint="Bushings or bell ends" @change="(v) => pull.set('pull', { ends_fitted: v })" />
        <NumberField label="Straight in the open" :value="plan?.exposed ?? null" auto="none" :unit="units.length.sign" lockable set-word="clear" :pointer="`${base}/pull/exposed`" hint="Longest straight of PVC above ground between two fixed points" @change="(v) => pull.set('pull', { exposed: v })" />
        <NumberField label="Expansion fittings" :value="plan?.expansion_fittings ?? null" auto="unknown" lockable set-word="clear" :pointer="`${base}/pull/expansion_fittings`" @change="(v) => pull.set('pull', { expansion_fittings: v })" />
      </details>
      <LaterWires />
    </template>
  </div>
</template>

<style scoped>
.fields { padding: 8px 12px 16px; display: grid; gap: 4px; align-content: start; }
h2 { margin: 10px 0 2px; }
summary { cursor: pointer; padding: 3px 0; font-size: 15px; }
</style>
