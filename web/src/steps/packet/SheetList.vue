<script setup lang="ts">
import { inject } from 'vue'

import type { PatchStep, SheetEntry, SheetName } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { vHeld } from '@/fields/entry/held'
import { deskKey, useDesk } from '@/stores/desk'

/** The sheets that the job has something for: which go out, which one is looked at, how each lies. */
const props = defineProps<{ sheets: readonly SheetEntry[] }>()
const show = defineModel<SheetName>('show', { required: true })
const desk = inject(deskKey, useDesk, true)
const PAPERS = [{ value: 'letter', words: 'letter' }, { value: 'a4', words: 'A4' }] as const

function tick(sheet: SheetEntry) {
  const out = desk.job?.packet.left_out ?? []
  set('left_out', sheet.ticked ? [...out, sheet.name] : out.filter((name) => name !== sheet.name))
}
function turn(sheet: SheetEntry) {
  const turned = desk.job?.packet.turned ?? []
  set('turned', turned.includes(sheet.name) ? turned.filter((name) => name !== sheet.name) : [...turned, sheet.name])
}
function set(field: 'left_out' | 'turned' | 'paper', value: unknown) {
  void desk.edit([{ op: 'add', path: `/packet/${field}`, value } as PatchStep])
}
const shown = () => props.sheets.find((s) => s.name === show.value)
</script>

<template>
  <section aria-label="Sheets" class="sheets">
    <h2 class="cap">Sheets</h2>
    <ul>
      <li v-for="s in sheets" :key="s.name" :class="{ here: s.name === show }">
        <v-checkbox-btn v-held="{ shown: s.ticked, settled: desk.settled }" :model-value="s.ticked" :aria-label="`${s.title} goes out`" @update:model-value="tick(s)" />
        <v-btn variant="text" class="narrow" :aria-pressed="s.name === show" @click="show = s.name">
          <span class="mono">{{ s.number }}</span> {{ s.title }}<span v-if="s.pages > 1" class="mono pages">{{ s.pages }} p</span><span v-if="s.changed" class="bar" :title="`${s.changed} places changed since the last packet`" />
        </v-btn>
      </li>
    </ul>
    <ChoiceField label="Paper" :value="desk.job?.packet.paper ?? 'letter'" :choices="PAPERS" pointer="/packet/paper" @change="(v) => set('paper', v)" />
    <p v-if="shown()" class="narrow">
      {{ shown()?.title }} lies {{ shown()?.upright ? 'upright' : 'across' }}.
      <v-btn @click="turn(shown()!)">Turn it</v-btn>
    </p>
  </section>
</template>

<style scoped>
.sheets { padding: 8px 12px 6px 10px; }
ul { list-style: none; margin: 4px 0 8px; padding: 0; }
li { display: flex; align-items: center; gap: 6px; padding: 0 4px; }
li button { flex: 1; text-align: left; padding: 3px 4px; font-size: 16px; }
.mono { display: inline-block; min-width: 30px; font-size: 12.5px; }
.pages { min-width: 0; margin-left: 7px; color: var(--quiet); }
.here { background: var(--soft); font-weight: 600; }
.here button { font-weight: 600; }
.bar { display: inline-block; width: 3px; height: 14px; margin-left: 8px; background: var(--caution); vertical-align: middle; }
p { font-size: 15px; margin: 6px 0; }
</style>
