<script setup lang="ts">
import { mdiMoonWaningCrescent, mdiWhiteBalanceSunny } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'

import MenuList from './MenuList.vue'
import { stepOf, STEPS } from './steps'
import JobSettings from '@/steps/span/JobSettings.vue'
import { useDesk } from '@/stores/desk'
import { useUnits } from '@/stores/units'
import { useView } from '@/stores/view'
import { spokenTitle } from '@/stores/words'

const desk = useDesk()
const view = useView()
const units = useUnits()
const route = useRoute()
const settings = ref(false)

const onJob = computed(() => STEPS.some((s) => s.route === stepOf(route)) && desk.job)
const mustFix = computed(() => count('danger', 'violation'))
const lookAt = computed(() => count('house', 'advice'))

function count(...levels: string[]): number {
  return (desk.solution?.findings ?? []).filter((f) => levels.includes(f.level)).length
}

/** On a phone all but the tally and undo is in one list. */
const more = computed(() => [
  ...(onJob.value ? [{ title: 'Redo', act: () => void desk.redo() }, ...files.value] : []),
  { title: view.both ? 'One unit' : 'Both units', act: () => (view.both = !view.both) },
  { title: view.dark ? 'Light paper' : 'Dark paper', act: () => (view.dark = !view.dark) },
  { title: 'Go to', act: () => (view.palette = true) },
  ...(onJob.value ? [{ title: 'Name, note and house rules', act: () => (settings.value = true) }] : []),
])
const files = computed(() => [
  { title: 'Calculation sheet, PDF', href: `/api/packet/${desk.id}/calculation.pdf` },
  { title: 'Calculation sheet, CSV', href: `/api/packet/${desk.id}/calculation.csv` },
  { title: 'Job file', href: `/api/jobs/${desk.id}/job.json` },
])
</script>

<template>
  <header class="bar">
    <router-link class="mark narrow" to="/jobs">NORTH SPAN</router-link>
    <template v-if="onJob && desk.job">
      <h1 class="name">{{ desk.job.name }}</h1>
      <v-btn variant="text" class="under narrow quiet" title="Name, note and house rules of this job" @click="settings = true">
        {{ spokenTitle }} · house rules: {{ desk.job.house_rules.name }}
      </v-btn>
      <JobSettings v-model="settings" />
    </template>
    <span class="gap" />
    <template v-if="onJob">
      <span v-if="mustFix" class="narrow danger tally"><b class="mono">{{ mustFix }}</b> must fix</span>
      <span v-if="lookAt" class="narrow caution tally wide"><b class="mono">{{ lookAt }}</b> to look at</span>
      <v-btn variant="text" class="act narrow" :disabled="!desk.canUndo && !desk.unsent" @click="desk.undo()">Undo <kbd class="wide">u</kbd></v-btn>
      <v-btn variant="text" class="act narrow wide" :disabled="!desk.canRedo" @click="desk.redo()">Redo <kbd>shift-u</kbd></v-btn>
      <MenuList class="wide" words="Hand over" :entries="files" />
    </template>
    <v-btn variant="text" class="act narrow wide" :aria-pressed="view.both" title="Show the other units beside" @click="view.both = !view.both">
      {{ view.both ? 'ft + m' : onJob ? `${units.length.sign} only` : 'ft or m' }}
    </v-btn>
    <v-btn variant="text" class="act wide" :aria-label="view.dark ? 'Light paper' : 'Dark paper'" @click="view.dark = !view.dark">
      <v-icon :icon="view.dark ? mdiWhiteBalanceSunny : mdiMoonWaningCrescent" size="16" />
    </v-btn>
    <v-btn variant="text" class="act narrow wide" @click="view.palette = true">Go to <kbd>/</kbd></v-btn>
    <v-btn variant="text" class="act narrow wide" aria-label="Keys, ?" @click="view.help = true"><kbd>?</kbd></v-btn>
    <MenuList class="slim" words="More" :entries="more" />
  </header>
</template>

<style scoped>
.bar { display: flex; align-items: center; gap: 16px; padding: 0 14px; min-width: 0; }
.mark { width: 100px; color: var(--ink); text-decoration: none; font-weight: 600; font-size: 16px; letter-spacing: 0.1em; white-space: nowrap; }
.name { font-size: 19px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.under { font-size: 15px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; flex: 0 1 auto; }
.gap { flex: 1; }
.tally { font-size: 15px; font-weight: 600; white-space: nowrap; }
.act { font-size: 15px; white-space: nowrap; }
.act:hover, button.under:hover { text-decoration: underline; }
.act:disabled { color: var(--quiet); opacity: 0.55; text-decoration: none; cursor: default; }
:deep(.slim) { display: none; }
@media screen and (max-width: 700px) {
  .bar { gap: 12px; padding: 3px 12px; }
  .under, .wide, :deep(.wide) { display: none; }
  :deep(.slim) { display: inline-flex; }
  .name { flex: 0 1 auto; min-width: 0; font-size: 19px; }
  .name ~ .gap { flex: 1; }
  .bar:has(.name) .mark { display: none; }
}
</style>
