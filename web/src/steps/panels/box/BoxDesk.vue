<script setup lang="ts">
import { computed } from 'vue'

import BoxPicture from './BoxPicture.vue'
import BoxRows from './BoxRows.vue'
import { useBox } from './useBox'
import { numberIn } from '@/fields/entry/number'
import FigureButton from '@/figures/FigureButton.vue'
import { figureText, written } from '@/figures/write'
import { list } from '@/stores/words'

const { entry, answer, problems, notice, startOver } = useBox()
const BOXES = list<string>('boxes')
const SUPPORTS = list<string>('support_fittings')
const EXTRAS = list<string>('box_extras')
const SHAPES = list<string | null>('box_shapes')
const KINDS = [
  { value: 'none', words: 'still to be chosen' },
  { value: 'named', words: 'a box of the table' },
  { value: 'marked', words: 'marked with its volume' },
  { value: 'conduit-body', words: 'a conduit body' },
] as const

const needed = computed(() => answer.value?.figures.find((f) => f.key === 'needed_in3')?.figure)
const have = computed(() => answer.value?.values.have_in3 as number | null | undefined)
const smallest = computed(() => answer.value?.values.smallest_box as string | null | undefined)
const withExtras = computed(() => (entry.value.extras.length ? (answer.value?.values.smallest_box_with_extras as string | null | undefined) : null))

function number(event: Event): number | null {
  const value = numberIn((event.target as HTMLInputElement).value)
  return Number.isFinite(value) && value > 0 ? value : null
}
</script>

<template>
  <section class="desk" aria-label="Box fill">
    <p class="quiet narrow">Device, junction and splice boxes by 314.16. Say what is in it; the box that holds it answers. Wire of 4 and larger goes by 314.28.</p>
    <div class="columns">
      <div>
        <h3 class="cap">The box</h3>
        <div class="line narrow">Box <v-select v-model="entry.kind" aria-label="Box" :items="KINDS" /></div>
        <div v-if="entry.kind === 'named'" class="line narrow">of the table <v-select v-model="entry.box" aria-label="of the table" :items="BOXES" /></div>
        <div v-if="entry.kind === 'marked' || entry.kind === 'conduit-body'" class="line narrow">volume marked on it <v-text-field class="mono right volume" inputmode="decimal" :model-value="entry.in3 ?? ''" placeholder="not marked" aria-label="Marked volume" suffix="in³" @change="entry.in3 = number($event)" /></div>
        <div v-if="entry.kind !== 'conduit-body'" class="line narrow">smallest among <v-select v-model="entry.shape" aria-label="smallest among" :items="SHAPES" /></div>
        <BoxRows v-model="entry.conductors" title="Wires" sizes="box_wires" ways="wire_ways" />
        <BoxRows v-model="entry.egcs" title="Equipment grounds" sizes="box_wires" ways="ground_ways" />
        <BoxRows v-model="entry.devices" title="Devices on yokes" sizes="box_wires" gangs />
        <template v-if="entry.kind !== 'conduit-body'">
          <v-checkbox-btn v-model="entry.internal_clamps" class="inside narrow" label="cable clamps inside" />
          <v-checkbox-btn v-for="s in SUPPORTS" :key="s.value" v-model="entry.support_fittings" class="inside narrow" :value="s.value" :label="s.words" />
          <h3 class="cap">Rings and covers that add room</h3>
          <div v-for="(x, i) in entry.extras" :key="i" class="line narrow">
            <v-select v-model="x.kind" aria-label="Ring or cover" :items="EXTRAS" />
            <span class="ring"><v-text-field class="mono right volume" inputmode="decimal" :model-value="x.in3" aria-label="Its marked volume" suffix="in³" @change="x.in3 = number($event) ?? 0" /> <v-btn variant="text" class="quiet" aria-label="Remove it" @click="entry.extras.splice(i, 1)">×</v-btn></span>
          </div>
          <v-btn variant="text" class="narrow add" @click="entry.extras.push({ kind: 'plaster_ring', in3: 5 })">add a ring or cover</v-btn>
        </template>
        <p><v-btn variant="text" class="narrow quiet" @click="startOver">start over</v-btn></p>
      </div>
      <div v-if="answer" class="answer" role="status">
        <p class="verdict" :class="answer.passes ? 'good' : 'danger'">{{ answer.headline }}</p>
        <BoxPicture v-if="needed?.value" :lines="(answer.values.lines as never) ?? []" :needed="Number(needed.value)" :have="have ?? null" />
        <dl>
          <dt>Room needed</dt><dd><FigureButton :figure="needed" title="room needed in the box" :places="2" /></dd>
          <template v-if="have !== null && have !== undefined"><dt>Room there is</dt><dd class="mono">{{ written(have, 'in³', 2) }}</dd></template>
          <template v-if="smallest"><dt>Smallest of the table that will do</dt><dd class="mono">{{ smallest }}, {{ written(answer.values.smallest_box_in3 as number, 'in³', 1) }}</dd></template>
          <template v-if="withExtras"><dt>with those rings</dt><dd class="mono">{{ withExtras }}</dd></template>
        </dl>
        <ol class="working">
          <li v-for="(s, i) in needed?.steps ?? []" :key="i"><span class="narrow">{{ s.what }}</span><span class="mono">{{ figureText({ value: s.value, unit: s.unit, steps: [] }, 2) }}</span><span class="mono cite">{{ s.cite }}</span></li>
        </ol>
        <article v-for="f in answer.findings" :key="f.rule" class="finding"><b class="danger">{{ f.title }}</b><p>{{ f.words }} <span class="mono cite">{{ f.section }}</span></p></article>
      </div>
    </div>
    <p v-if="notice" class="danger" role="alert">{{ notice }}<template v-if="problems.length">: {{ problems.map((p) => `${p.pointer.replaceAll('/', ' ').trim()} ${p.words}`).join('; ') }}</template></p>
  </section>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: repeat(auto-fit, minmax(290px, 1fr)); gap: 10px 26px; }
h3.cap { margin: 10px 0 2px; font-size: 13px; }
.line { display: flex; justify-content: space-between; align-items: baseline; gap: 8px; padding: 2px 0; font-size: 15.5px; }
.inside { display: flex; }
.ring { display: inline-flex; gap: 6px; align-items: baseline; }
.v-select { width: 190px; }
.volume { width: 104px; }
.add { text-decoration: underline; font-size: 15px; }
.verdict { font-weight: 600; margin: 6px 0; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 2px 10px; margin: 6px 0; }
dt { color: var(--quiet); font-family: var(--narrow); font-size: 15px; }
dd { margin: 0; text-align: right; }
.working { list-style: none; margin: 6px 0; padding: 0; }
.working li { display: grid; grid-template-columns: 1fr auto; gap: 1px 10px; border-bottom: 1px solid var(--rule); padding: 3px 0; font-size: 14.5px; }
.cite { grid-column: 1 / 3; font-size: 11px; color: var(--quiet); }
.finding { margin: 8px 0; padding: 6px 10px; border-left: 4px solid var(--danger); background: var(--danger-soft); }
.finding p { margin: 2px 0; }
@media screen and (max-width: 700px) { .line, .tick { min-height: 40px; } }
</style>
