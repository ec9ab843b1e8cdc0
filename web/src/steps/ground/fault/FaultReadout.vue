<script setup lang="ts">
import { computed } from 'vue'

import TripClock from './TripClock.vue'
import type { Fault } from './useFault'
import FigureButton from '@/figures/FigureButton.vue'
import { useDesk } from '@/stores/desk'
import { term, titled } from '@/stores/words'

const props = defineProps<{ fault: Fault }>()
const desk = useDesk()

const NAMES = computed(() => {
  const hot = titled('ungrounded')
  return { none: 'As it runs', 'line-to-enclosure': `${hot} on the ${term('enclosure')}`, 'line-to-neutral': `${hot} on the ${term('grounded')}`, 'line-to-earth': `${hot} to soil` }
})
const state = computed(() => props.fault.answer.value?.state ?? null)
const kind = computed(() => props.fault.asked.value.kind)
const names = computed(() => new Map(desk.job?.stations.map((s) => [s.id, s.name])))
const line = computed(() => Number(desk.job?.house_rules.touch_line_v))
const amps = computed(() => (typeof state.value?.amps.value === 'number' ? state.value.amps.value : null))
const seconds = computed(() => (typeof state.value?.seconds.value === 'number' ? state.value.seconds.value : null))
const legs = computed(() => state.value?.stations.find((s) => s.station === props.fault.station.value))
const touches = computed(() =>
  (state.value?.stations ?? [])
    .filter((s) => s.reached)
    .map((s) => ({ ...s, name: names.value.get(s.station) ?? '', volts: Number(s.touch_v.value) })),
)
const most = computed(() => Math.max(1.35 * line.value, ...touches.value.map((t) => t.volts)))
const service = computed(() => {
  const runs = props.fault.inMode.value?.runs.filter((r) => r.live) ?? []
  const first = desk.job?.runs.find((r) => runs.some((w) => w.run === r.id) && props.fault.inMode.value?.sources.includes(r.from_station))
  const flow = state.value?.runs.find((r) => r.run === first?.id)
  return first && flow ? { name: names.value.get(first.to_station), residual: flow.residual } : null
})
</script>

<template>
  <section class="readout" aria-label="What happens" aria-live="polite">
    <h2 class="cap">{{ NAMES[kind] }}: {{ names.get(fault.station.value ?? '') }}</h2>
    <template v-if="state">
      <dl>
        <template v-if="amps !== null">
          <dt>Current</dt><dd><FigureButton :figure="state.amps" title="fault current" :places="amps < 100 ? 1 : 0" /></dd>
          <dt>Opens in, at most</dt><dd><FigureButton :figure="state.seconds" :title="`${term('device')}’s time`" none="need never" /></dd>
        </template>
        <template v-if="legs && legs.leg_a_v !== null">
          <dt>{{ titled('leg') }} A to {{ term('grounded') }} here</dt><dd><FigureButton :figure="legs.leg_a_v" :title="`${term('leg')} A to ${term('grounded')}`" :places="1" /></dd>
          <template v-if="legs.leg_b_v !== null"><dt>{{ titled('leg') }} B to {{ term('grounded') }} here</dt><dd><FigureButton :figure="legs.leg_b_v" :title="`${term('leg')} B to ${term('grounded')}`" :places="1" /></dd></template>
          <template v-if="legs.leg_c_v !== null"><dt>{{ titled('leg') }} C to {{ term('grounded') }} here</dt><dd><FigureButton :figure="legs.leg_c_v" :title="`${term('leg')} C to ${term('grounded')}`" :places="1" /></dd></template>
        </template>
        <template v-else-if="legs && legs.line_v !== null"><dt>{{ titled('ungrounded') }} to {{ term('ungrounded') }} here</dt><dd><FigureButton :figure="legs.line_v" :title="`${term('ungrounded')} to ${term('ungrounded')}`" :places="1" /></dd></template>
        <template v-if="service && kind === 'none'"><dt>Clamp round the wires to {{ service.name }}</dt><dd><FigureButton :figure="service.residual" :title="`clamp round the wires to ${service.name}`" :places="2" /></dd></template>
      </dl>
      <p v-if="amps !== null && state.breaker" class="narrow quiet">{{ titled('device') }} to {{ state.breaker }}, as slow as the standard lets it be; a model, no maker’s curve.</p>
      <TripClock v-if="amps !== null" :seconds="seconds" :amps="amps" />
      <h3 class="cap">{{ term('touch') }} {{ kind === 'none' ? 'as it runs' : 'until it opens' }}</h3>
      <ul>
        <li v-for="t in touches" :key="t.station">
          <span class="narrow">{{ t.name }}</span><FigureButton :figure="t.touch_v" :title="`${term('touch').toLowerCase()} at ${t.name}`" :places="1" />
          <span class="bar" aria-hidden="true"><span class="fill" :class="{ over: t.volts > line }" :style="{ width: `${(100 * t.volts) / most}%` }" /><span class="mark" :style="{ left: `${(100 * line) / most}%` }" /></span>
        </li>
      </ul>
      <p class="narrow quiet">Line at {{ line }} V by house rule. {{ fault.answer.value?.running }}.</p>
    </template>
    <details v-if="desk.solution">
      <summary class="narrow">What was taken where nothing is on record</summary>
      <ul class="taken narrow quiet"><li v-for="words in desk.solution.ground.assumed" :key="words">{{ words }}</li></ul>
    </details>
  </section>
</template>

<style scoped>
.readout { padding-bottom: 10px; border-bottom: 1px solid var(--rule); margin-bottom: 10px; }
dl { display: grid; grid-template-columns: 1fr auto; gap: 2px 8px; margin: 6px 0 4px; }
dt { font-family: var(--narrow); font-size: 15px; font-weight: 500; }
dd { margin: 0; text-align: right; font-size: 13.5px; }
h3.cap { margin: 10px 0 4px; font-size: 13px; }
ul { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 1fr auto; gap: 0 8px; padding: 2px 0; }
li .narrow { font-size: 15px; font-weight: 500; }
.bar { position: relative; grid-column: 1 / 3; height: 6px; background: var(--soft); }
.fill { display: block; height: 100%; background: var(--ink); }
.fill.over { background: var(--danger); }
.mark { position: absolute; top: -2px; width: 2px; height: 10px; background: var(--caution); }
p { margin: 5px 0 0; font-size: 13.5px; }
summary { cursor: pointer; margin-top: 6px; font-size: 14px; }
.taken li { display: block; padding: 2px 0; font-size: 13.5px; font-weight: 400; }
</style>
