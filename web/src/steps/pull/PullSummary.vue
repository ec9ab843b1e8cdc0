<script setup lang="ts">
import { computed } from 'vue'

import { usePullDesk } from './key'
import FigureButton from '@/figures/FigureButton.vue'
import { counted, written } from '@/figures/write'
import { useUnits } from '@/stores/units'

const pull = usePullDesk()
const units = useUnits()
const { answer, run, start, end } = pull
const way = computed(() => (answer.value?.feed_from_start ? answer.value.from_start : answer.value?.from_end))
// Where it is pulled: the other end from where the wire goes in.
const pulledFrom = computed(() => (answer.value?.feed_from_start ? end.value : start.value))
const staged = computed(() => (answer.value && !answer.value.one_go ? answer.value.stages : []))
// Where wire must come out before a limit or 360 degrees stops it.
const breaks = computed(() => (answer.value?.breaks ?? []).map((node) => written(answer.value?.nodes[node].along ?? 0, units.value.length.sign, 0)))
const order = computed(() => (answer.value?.feed_from_start ? staged.value : [...staged.value].reverse()))
</script>

<template>
  <section v-if="answer && way" aria-label="The pull">
    <h2 class="cap">Pull from {{ pulledFrom }}</h2>
    <dl>
      <dt>Wire goes in at</dt><dd class="narrow">{{ way.fed_at }}</dd>
      <dt>Most tension</dt><dd :class="{ danger: !way.keeps }"><FigureButton :figure="way.tension" title="tension" /></dd>
      <dt>Limit, by the {{ answer.limit_by }}</dt><dd><FigureButton :figure="answer.limit" title="most it may be pulled with" /></dd>
      <dt>Hardest bend</dt><dd><FigureButton :figure="way.pressure" title="sidewall pressure" :places="0" /> of {{ written(Number(answer.pressure_limit.value), '', 0) }}</dd>
      <dt>Weight in bends counted</dt><dd><FigureButton :figure="way.with_weight" title="weight in bends counted" /></dd>
      <dt>Head comes</dt><dd><FigureButton :figure="way.reach" title="reach" :places="0" /></dd>
      <dt>Weight</dt><dd><FigureButton :figure="answer.weight" title="weight of what is pulled" :places="2" /></dd>
      <dt>Rope</dt><dd class="narrow"><FigureButton :figure="answer.rope" title="rope" none="none holds it" /></dd>
      <dt>Lubricant</dt><dd><FigureButton :figure="answer.lubricant" title="lubricant" /></dd>
      <dt>People</dt><dd><FigureButton :figure="answer.people" title="people" :places="0" /></dd>
      <template v-if="answer.straps.value !== null"><dt>Straps on the risers</dt><dd><FigureButton :figure="answer.straps" title="straps" :places="0" /></dd></template>
      <template v-if="answer.expansion.value !== null"><dt>Grows in a year</dt><dd><FigureButton :figure="answer.expansion" title="growth" :places="2" /></dd></template>
      <dt>Break the pull</dt><dd class="narrow" :class="{ danger: breaks.length > 0 }">{{ breaks.length ? `at ${breaks.join(', ')}` : staged.length ? `${counted(staged.length, 'stage')}` : 'no need' }}</dd>
    </dl>
    <ol v-if="order.length" class="narrow stages">
      <li v-for="s in order" :key="s.first" :class="{ danger: !s.keeps }">
        {{ written(s.length.value, s.length.unit, 0) }}, {{ written(s.bends_deg.value, '°') }}, fed at {{ s.fed_from_start === answer.feed_from_start ? 'its near end' : 'its far end' }}: <FigureButton :figure="s.tension" title="tension of the stage" /><template v-if="Number(s.loop.value) > 0">, then <FigureButton :figure="s.loop" title="loop to lay out" :places="0" /> laid out in a loop</template>
      </li>
    </ol>
    <p v-if="run?.pull?.later.length === 0 || !run?.pull" class="narrow quiet">A line drawn alone costs little more as a bigger pipe: add what comes later, and it counts in the fill.</p>
  </section>
</template>

<style scoped>
dl { display: grid; grid-template-columns: 1fr auto; margin: 4px 0; }
dt, dd { border-bottom: 1px solid var(--rule); padding: 3px 0; margin: 0; }
dt { font-family: var(--narrow); font-size: 15px; color: var(--quiet); }
dd { text-align: right; font-size: 13.5px; font-family: var(--figures); }
dd.narrow { font-family: var(--narrow); font-size: 15px; }
.narrow :deep(.figure) { font-family: var(--narrow); font-size: 15px; white-space: normal; text-align: right; }
.stages { margin: 4px 0; padding-left: 18px; font-size: 15px; }
p { margin: 6px 0; font-size: 14px; }
</style>
