<script setup lang="ts">
import { computed, inject } from 'vue'

import { changeTask } from './planning'
import type { DayPlan, Days } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import TextField from '@/fields/TextField.vue'
import TimeField from '@/fields/TimeField.vue'
import { freshId } from '@/pages/jobs/building'
import { deskKey, useDesk } from '@/stores/desk'
import { term } from '@/stores/words'

/** Who is there and when, when the utility comes, what stays on. */
const props = defineProps<{ days: Days | null; plan: DayPlan }>()
const desk = inject(deskKey, useDesk, true)

function set<K extends keyof DayPlan>(field: K, value: DayPlan[K]) {
  void desk.edit([{ op: 'add', path: `/day/${field}`, value }])
}
function setVisit(part: Partial<NonNullable<DayPlan['utility']>>) {
  if (props.plan.utility) set('utility', { ...props.plan.utility, ...part })
}
const people = computed(() => props.plan.people.join(', '))
function setPeople(words: string) {
  const names = words.split(',').map((n) => n.trim()).filter(Boolean)
  if (names.length) set('people', names)
}
const split = computed(() => props.plan.changes.filter((c) => c.parts))
const dropped = computed(() => props.plan.changes.filter((c) => c.dropped))
const STAGES = [{ value: 'trench', words: 'Trench' }, { value: 'rough-in', words: 'Rough-in' }, { value: 'service', words: 'Ready to connect' }, { value: 'final', words: 'Final' }] as const
type Stage = DayPlan['inspections'][number]['stage']
const visitOf = (stage: Stage) => props.plan.inspections.find((v) => v.stage === stage)
function setInspection(stage: Stage, part: Partial<DayPlan['inspections'][number]>) {
  set('inspections', props.plan.inspections.map((v) => (v.stage === stage ? { ...v, ...part } : v)))
}
function setDry(index: number, part: Partial<DayPlan['dry'][number]>) {
  set('dry', props.plan.dry.map((each, i) => (i === index ? { ...each, ...part } : each)))
}
const circuits = computed(() =>
  (desk.solution?.panels ?? []).flatMap((p) => p.circuits.map((c) => ({ value: `${p.station}/${c.id}`, words: c.says || c.id }))),
)
function circuitOf(value: string) {
  const [station, circuit] = value.split('/')
  return { station, circuit }
}
function setOff(index: number, part: Partial<DayPlan['stays_off'][number]>) {
  set('stays_off', props.plan.stays_off.map((each, i) => (i === index ? { ...each, ...part } : each)))
}
const POWERS = [{ value: 'either', words: 'either way' }, { value: 'off', words: 'off' }, { value: 'on', words: 'on' }] as const
function afters(id: string) {
  const others = (props.days?.tasks ?? []).filter((t) => t.task.id !== `own/${id}`)
  return [{ value: '', words: 'nothing' }, ...others.map((t) => ({ value: t.task.id, words: t.task.name }))]
}
function setOwn(index: number, part: Partial<DayPlan['own'][number]>) {
  set('own', props.plan.own.map((each, i) => (i === index ? { ...each, ...part } : each)))
}
function addOwn() {
  const id = freshId('task', props.plan.own.map((each) => each.id))
  set('own', [...props.plan.own, { id, name: 'Another task', minutes: 30, crew: 1, power: 'either', needs: [] }])
}
function keepOn(index: number, part: Partial<DayPlan['stays_on'][number]>) {
  set('stays_on', props.plan.stays_on.map((each, i) => (i === index ? { ...each, ...part } : each)))
}
</script>

<template>
  <section aria-label="Who and when">
    <h2 class="cap">Who and when</h2>
    <TextField label="People, with commas between" :value="people" pointer="/day/people" :maxlength="400" @change="setPeople" />
    <NumberField label="Days" :value="plan.days" unit="" pointer="/day/days" @change="(v) => v !== null && set('days', v)" />
    <p class="narrow"><TimeField label="From" pointer="/day/morning" :value="plan.morning" @change="(v) => set('morning', v)" /><TimeField label="to" pointer="/day/evening" :value="plan.evening" @change="(v) => set('evening', v)" /></p>
    <v-text-field class="first" label="First day" type="date" :model-value="plan.first ?? ''" @change="set('first', ($event.target as HTMLInputElement).value || null)" />
    <NumberField label="Power outages, at most" :value="plan.goes" unit="" pointer="/day/goes" @change="(v) => v !== null && set('goes', v)" />
    <h3 class="cap">The {{ term('supplier') }} comes</h3>
    <template v-if="plan.utility">
      <NumberField label="On day" :value="plan.utility.day" unit="" pointer="/day/utility/day" @change="(v) => v !== null && setVisit({ day: v })" />
      <TimeField label="between" pointer="/day/utility/earliest" :value="plan.utility.earliest" @change="(v) => setVisit({ earliest: v })" />
      <TimeField label="and" pointer="/day/utility/latest" :value="plan.utility.latest" @change="(v) => setVisit({ latest: v })" />
      <v-btn @click="set('utility', null)">Not said yet</v-btn>
    </template>
    <v-btn v-else @click="set('utility', { day: 1, earliest: Math.min(plan.morning + 300, plan.evening), latest: Math.min(plan.morning + 420, plan.evening) })">They gave hours</v-btn>
    <h3 class="cap">Inspectors come</h3>
    <p v-for="stage in STAGES" :key="stage.value" class="narrow">
      {{ stage.words }}
      <template v-if="visitOf(stage.value)">
        day <v-text-field class="number" type="number" min="1" max="10" :model-value="visitOf(stage.value)!.day" :aria-label="`${stage.words}, day`" @change="setInspection(stage.value, { day: Number(($event.target as HTMLInputElement).value) })" />
        <TimeField bare :pointer="`/day/inspections/${plan.inspections.findIndex((v) => v.stage === stage.value)}/earliest`" :label="`${stage.words}, from`" :value="visitOf(stage.value)!.earliest" @change="(v) => setInspection(stage.value, { earliest: v })" />
        <TimeField bare :pointer="`/day/inspections/${plan.inspections.findIndex((v) => v.stage === stage.value)}/latest`" :label="`${stage.words}, to`" :value="visitOf(stage.value)!.latest" @change="(v) => setInspection(stage.value, { latest: v })" />
        <v-btn @click="set('inspections', plan.inspections.filter((v) => v.stage !== stage.value))">any time</v-btn>
      </template>
      <v-btn v-else @click="set('inspections', [...plan.inspections, { stage: stage.value, day: 1, earliest: plan.morning, latest: plan.evening }])">any time</v-btn>
    </p>
    <h3 class="cap">Dry hours</h3>
    <p v-for="(each, i) in plan.dry" :key="i" class="narrow">
      day <v-text-field class="number" type="number" min="1" max="10" :model-value="each.day" :aria-label="`Dry hours ${i + 1}, day`" @change="setDry(i, { day: Number(($event.target as HTMLInputElement).value) })" />
      <TimeField bare :pointer="`/day/dry/${i}/earliest`" :label="`Dry hours ${i + 1}, from`" :value="each.earliest" @change="(v) => setDry(i, { earliest: v })" />
      <TimeField bare :pointer="`/day/dry/${i}/latest`" :label="`Dry hours ${i + 1}, to`" :value="each.latest" @change="(v) => setDry(i, { latest: v })" />
      <v-btn @click="set('dry', plan.dry.filter((_, k) => k !== i))">Remove</v-btn>
    </p>
    <v-btn @click="set('dry', [...plan.dry, { day: 1, earliest: plan.morning, latest: plan.evening }])">{{ plan.dry.length ? 'More dry hours' : 'Only some hours are dry' }}</v-btn>
    <h3 class="cap">Put in by hand</h3>
    <ul>
      <li v-for="(own, i) in plan.own" :key="own.id">
        <TextField label="Task" :value="own.name" :pointer="`/day/own/${i}/name`" :maxlength="80" @change="(name) => setOwn(i, { name })" />
        <NumberField label="Takes" :value="own.minutes" unit="min" :pointer="`/day/own/${i}/minutes`" @change="(v) => v !== null && setOwn(i, { minutes: v })" />
        <NumberField label="People" :value="own.crew" unit="" :pointer="`/day/own/${i}/crew`" @change="(v) => v !== null && setOwn(i, { crew: v })" />
        <ChoiceField label="Power" :value="own.power" :choices="POWERS" :pointer="`/day/own/${i}/power`" @change="(power) => setOwn(i, { power })" />
        <ChoiceField label="After" :value="own.needs[0] ?? ''" :choices="afters(own.id)" :pointer="`/day/own/${i}/needs`" @change="(after) => setOwn(i, { needs: after ? [after] : [] })" />
        <v-btn @click="set('own', plan.own.filter((_, k) => k !== i))">Remove</v-btn>
      </li>
    </ul>
    <v-btn @click="addOwn">Another task</v-btn>
    <template v-if="circuits.length">
      <h3 class="cap">Stays off, with a note</h3>
      <ul>
        <li v-for="(each, i) in plan.stays_off" :key="i">
          <ChoiceField label="Circuit" :value="`${each.station}/${each.circuit}`" :choices="circuits" :pointer="`/day/stays_off/${i}/circuit`" @change="(v) => setOff(i, circuitOf(v))" />
          <TextField label="Its note" :value="each.note" :pointer="`/day/stays_off/${i}/note`" :maxlength="80" @change="(note) => setOff(i, { note })" />
          <TextField label="Until" :value="each.until" :pointer="`/day/stays_off/${i}/until`" :maxlength="40" @change="(until) => setOff(i, { until })" />
          <v-btn @click="set('stays_off', plan.stays_off.filter((_, k) => k !== i))">Turn it on again</v-btn>
        </li>
      </ul>
      <v-btn @click="set('stays_off', [...plan.stays_off, { ...circuitOf(circuits[0].value), note: 'not ready', until: '' }])">A {{ term('device') }} stays off</v-btn>
    </template>
    <h3 class="cap">Stays on</h3>
    <ul>
      <li v-for="(each, i) in plan.stays_on" :key="i">
        <TextField label="What" :value="each.item" :pointer="`/day/stays_on/${i}/item`" :maxlength="80" @change="(item) => keepOn(i, { item })" />
        <NumberField label="Takes" :value="each.watts" unit="W" :pointer="`/day/stays_on/${i}/watts`" @change="(v) => v !== null && keepOn(i, { watts: v })" />
        <v-checkbox-btn class="narrow" :model-value="each.fed" label="from the temporary source" @update:model-value="keepOn(i, { fed: !each.fed })" />
        <NumberField v-if="!each.fed" label="May be off for" :value="each.most_off" unit="min" :pointer="`/day/stays_on/${i}/most_off`" @change="(v) => v !== null && keepOn(i, { most_off: v })" />
        <v-checkbox-btn class="narrow" :model-value="each.gapless" label="must not see a gap (breathing aid, alarm)" @update:model-value="keepOn(i, { gapless: !each.gapless })" />
        <NumberField v-if="each.gapless" label="Own battery lasts" :value="each.battery" auto="not said" unit="min" lockable :pointer="`/day/stays_on/${i}/battery`" @change="(battery) => keepOn(i, { battery })" />
        <v-btn @click="set('stays_on', plan.stays_on.filter((_, k) => k !== i))">Remove</v-btn>
      </li>
    </ul>
    <v-btn @click="set('stays_on', [...plan.stays_on, { item: 'Freezer', watts: 200, fed: true, most_off: 0, gapless: false, battery: null }])">Something must stay on</v-btn>
    <NumberField label="Temporary source" :value="plan.source_w" auto="not said" unit="W" pointer="/day/source_w" lockable @change="(v) => set('source_w', v)" />
    <p v-if="days && days.fed_w" class="narrow" :class="{ danger: days.over_source }">{{ days.fed_w }} W on it<template v-if="plan.source_w !== null"> of {{ plan.source_w }} W</template>{{ days.over_source ? ': more than it gives' : '' }}.</p>
    <template v-if="dropped.length || split.length || days?.gone.length">
      <h3 class="cap">Changed by hand</h3>
      <p v-for="c in dropped" :key="c.task" class="narrow">{{ c.task.replaceAll('/', ', ').replaceAll('-', ' ') }}: dropped <v-btn @click="changeTask(desk, c.task, { dropped: false })">Put it back</v-btn></p>
      <p v-for="c in split" :key="c.task" class="narrow">{{ c.task.replaceAll('/', ', ').replaceAll('-', ' ') }}: in {{ c.parts }} parts <v-btn @click="changeTask(desk, c.task, { parts: null })">In one again</v-btn></p>
      <p v-for="name in days?.gone ?? []" :key="name" class="narrow caution">{{ name.replaceAll('/', ', ').replaceAll('-', ' ') }}: the plan needs it no more <v-btn @click="changeTask(desk, name, { dropped: false, minutes: null, crew: null, parts: null, day: null, start: null })">Remove</v-btn></p>
    </template>
  </section>
</template>

<style scoped>
h3.cap { margin: 12px 0 3px; font-size: 13px; }
.first { display: block; }
.first { width: 130px; }
.number { width: 40px; display: inline-grid; }
ul { list-style: none; margin: 0; padding: 0; }
li { border-top: 1px solid var(--rule); padding: 4px 0 6px; }
p { margin: 4px 0; font-size: 15px; }
</style>
