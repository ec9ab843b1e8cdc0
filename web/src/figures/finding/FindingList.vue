<script setup lang="ts">
import { computed, inject, nextTick, useTemplateRef, watch } from 'vue'

import FindingCard from './FindingCard.vue'
import { deskKey, useDesk } from '@/stores/desk'
import { term } from '@/stores/words'

const props = defineProps<{ where: 'here' | 'elsewhere' | 'whole-job' | 'ground-here' | 'ground-elsewhere' | 'panel-here' | 'panel-elsewhere' | 'pull-here' | 'pull-elsewhere'; circuit?: string | null }>()
const desk = inject(deskKey, useDesk, true)

const all = computed(() => desk.solution?.findings ?? [])
const here = computed(() => all.value.filter((f) => (desk.selectedStation ? f.station === desk.selectedStation : f.run === desk.selectedRun)))
const groundHere = computed(() => {
  const place = desk.job?.stations.find((s) => s.id === desk.selectedStation)?.place
  return all.value.filter((f) => f.place && (f.station ? f.station === desk.selectedStation : f.place === place))
})
// With a circuit chosen its own stand first and the panel's others below; else all of the panel's.
const panelHere = computed(() => {
  const own = all.value.filter((f) => f.panel === desk.selectedStation)
  return props.circuit ? own.filter((f) => f.circuit === props.circuit) : own
})
const listed = computed(() => {
  if (props.where === 'whole-job') return all.value
  if (props.where === 'ground-here') return groundHere.value
  if (props.where === 'ground-elsewhere') return all.value.filter((f) => f.place && !groundHere.value.includes(f))
  if (props.where === 'panel-here') return panelHere.value
  if (props.where === 'panel-elsewhere') return all.value.filter((f) => f.panel && !panelHere.value.includes(f))
  if (props.where === 'pull-here') return all.value.filter((f) => f.pull && f.run === desk.selectedRun)
  if (props.where === 'pull-elsewhere') return all.value.filter((f) => f.pull && f.run !== desk.selectedRun)
  return props.where === 'here' ? here.value : all.value.filter((f) => !here.value.includes(f))
})
// A fix takes its finding away: whoever was on it goes on with the next, not from the top of the page.
const list = useTemplateRef<HTMLElement>('list')
let held = false
function hold(on: boolean) {
  held = on
}
watch(listed, async (now, before) => {
  if (!held) return
  const at = before.findIndex((f) => !now.some((g) => g.rule === f.rule && g.title === f.title))
  await nextTick()
  // As many may stand there as before: another one can come where it was.
  if (at < 0 || list.value?.contains(document.activeElement)) return
  const titles = list.value?.querySelectorAll<HTMLElement>('.finding .title') ?? []
  const next = titles[Math.min(Math.max(at, 0), titles.length - 1)] ?? list.value
  next?.focus()
})

const titles = computed(() => ({ here: 'Findings here', elsewhere: 'Elsewhere on the job', 'whole-job': 'Findings on the job', 'ground-here': `Findings on the ${term('step_ground').toLowerCase()} here`, 'ground-elsewhere': `Elsewhere on the ${term('step_ground').toLowerCase()}`, 'panel-here': 'Findings here', 'panel-elsewhere': `Elsewhere in the ${term('board')}s`, 'pull-here': 'Findings here', 'pull-elsewhere': 'On other runs' }))
</script>

<template>
  <section ref="list" :aria-label="titles[where]" tabindex="-1" data-findings @focusin="hold(true)" @focusout="hold(false)">
    <template v-if="listed.length">
      <h2 class="cap">{{ titles[where] }}</h2>
      <FindingCard v-for="f in listed" :key="f.rule + f.run + f.station + f.place + f.circuit + f.title" :finding="f" />
    </template>
    <p v-else-if="where === 'here' || where.endsWith('-here')" class="quiet">Nothing found here by the rules this book checks.</p>
  </section>
</template>

<style scoped>
section { padding: 8px 0; }
</style>
