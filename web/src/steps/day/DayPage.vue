<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import ChangeSteps from './ChangeSteps.vue'
import { clock, spell } from './clock'
import DayList from './DayList.vue'
import DaySettings from './DaySettings.vue'
import DayStrip from './DayStrip.vue'
import { usePlanning } from './planning'
import TaskPanel from './TaskPanel.vue'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { useDesk } from '@/stores/desk'
import { term } from '@/stores/words'

const props = defineProps<{ id: string }>()
const desk = useDesk()
watch(() => props.id, (id) => desk.open(id), { immediate: true })
const { news, soFar, trouble, busy, before, again, stop } = usePlanning(desk)
const chosen = ref<string | null>(null)
const day = ref(1)

const days = computed(() => news.value?.days ?? null)
const many = computed(() => Math.max(1, ...(days.value?.tasks.map((t) => t.day) ?? [])))
watch(many, (now) => (day.value = Math.min(day.value, now)))
const task = computed(() => days.value?.tasks.find((t) => t.task.id === chosen.value) ?? null)
// What the day waits for that no hand there can hurry: who comes from outside, and the weather.
const gates = computed(() => (days.value?.tasks ?? []).filter((t) => t.task.outside))
const dryDays = computed(() => [...new Set((days.value?.tasks ?? []).filter((t) => t.task.dry).map((t) => t.day))])
const names = computed(() => Object.fromEntries((days.value?.tasks ?? []).map((t) => [t.task.id, t.task.name])))
const connects = computed(() => days.value?.tasks.some((t) => t.task.id === 'utility-on/new'))
const cost = computed(() => (days.value?.tasks.length && before.value !== null ? days.value.dark_minutes - before.value : null))
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs without-left tall-right middle-first>
    <div class="day">
      <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
      <header v-if="days">
        <div v-if="days.tasks.length" class="figure">
          <b>{{ days.dark_minutes ? `power off ${spell(days.dark_minutes)}` : connects ? `no power until the ${term('supplier')} connects` : 'power stays on' }}</b>
          <span v-if="cost !== null" class="narrow" :class="cost > 0 ? 'danger' : 'good'">{{ cost ? `${cost > 0 ? '+' : '−'} ${spell(Math.abs(cost))}` : 'no longer off' }} by the last change</span>
          <span v-for="a in days.arrivals" :key="a.at" class="mono">{{ a.proved ? '' : 'at most ' }}{{ spell(a.dark_minutes) }} if they come at {{ clock(a.at) }}</span>
          <span v-if="!days.ready" class="narrow caution">Not all that the dark work needs is there before it goes dark: an earlier day for what can be made ready makes it shorter.</span>
          <span v-if="!days.proved" class="narrow caution">May not be the shortest: no plan is below {{ spell(days.least_dark) }}. <v-btn @click="again(30)">Search longer</v-btn></span>
        </div>
        <p v-else-if="days.trouble" class="caution">{{ days.trouble }} <v-btn v-if="days.days_wanted" @click="desk.edit([{ op: 'add', path: '/day/days', value: Math.min(10, days.days_wanted + 1) }])">Plan {{ Math.min(10, days.days_wanted + 1) }} days</v-btn></p>
        <nav v-if="many > 1" aria-label="Days"><v-btn v-for="n in many" :key="n" :variant="n === day ? 'flat' : 'outlined'" :aria-pressed="n === day" @click="day = n">Day {{ n }}<template v-if="news?.dates?.[n - 1]">, {{ news.dates[n - 1] }}</template></v-btn></nav>
      </header>
      <p v-if="busy" class="narrow quiet" role="status">Planning<template v-if="soFar?.dark_minutes != null">: {{ spell(soFar.dark_minutes) }} without power so far, no plan is below {{ spell(soFar.least_dark ?? 0) }}</template>… <v-btn v-if="soFar?.dark_minutes != null" @click="stop">That will do</v-btn></p>
      <template v-if="days?.tasks.length">
        <DayStrip v-model:chosen="chosen" class="wide" :days="days" :day="day" :plan="desk.job.day" />
        <DayList v-model:chosen="chosen" class="phone" :days="days" :day="day" :people="desk.job.day.people" :date="news?.dates?.[day - 1]" />
        <ChangeSteps :job-id="id" :steps="news?.steps ?? []" />
      </template>
    </div>
    <template #right>
      <TaskPanel v-if="task" :placed="task" :names="names" />
      <section v-if="news?.note" aria-label="For the customer">
        <h2 class="cap">For the customer</h2>
        <p class="note">{{ news.note }}</p>
      </section>
      <section v-if="gates.length || dryDays.length" aria-label="Gates">
        <h2 class="cap">Gates</h2>
        <dl class="narrow gates"><template v-for="g in gates" :key="g.task.id"><dt>{{ g.task.name }}</dt><dd>ask for day {{ g.day }}, {{ clock(g.start) }}</dd></template><template v-if="dryDays.length"><dt>Trenches</dt><dd>want it dry on day {{ dryDays.join(', ') }}</dd></template></dl>
      </section>
      <p v-if="days?.tasks.length" class="narrow files">The days: <a :href="`/api/day/${id}/days.csv`" download>CSV</a> <a v-if="desk.job.day.first" :href="`/api/day/${id}/days.ics`" download>calendar</a><span v-else class="quiet">a calendar once the first date is said</span></p>
      <DaySettings :days="days" :plan="desk.job.day" />
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.day { padding-top: 8px; }
header { padding: 0 14px; }
.figure { display: flex; flex-wrap: wrap; gap: 2px 18px; align-items: baseline; }
.figure b { font-size: 21px; }
.figure .mono { font-size: 12.5px; color: var(--quiet); }
nav { display: flex; gap: 6px; margin: 6px 0; }
p { margin: 4px 14px; }
.gates { margin: 3px 0 14px; font-size: 15px; }
.gates dt { font-weight: 500; }
.gates dd { margin: 0 0 3px; color: var(--quiet); border-bottom: 1px solid var(--rule); }
.files { margin: 0 0 14px; font-size: 15px; }
.files a { color: var(--ink); margin-right: 6px; }
.note { margin: 4px 0 16px; line-height: 1.35; }
.phone { display: none; }
@media screen and (max-width: 700px) {
  .wide { display: none; }
  .phone { display: block; }
}
</style>
