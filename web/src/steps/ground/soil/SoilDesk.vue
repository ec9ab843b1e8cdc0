<script setup lang="ts">
import { computed, reactive, ref, toRef } from 'vue'

import OwnReadings from './OwnReadings.vue'
import SurveyPlot from './SurveyPlot.vue'
import { useGrounding } from '../useGrounding'
import { answered, api, asSent, Refused } from '@/api/client'
import type { Place } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { SOILS } from '@/fields/choices'
import { numberIn } from '@/fields/entry/number'
import NumberField from '@/fields/NumberField.vue'
import FigureButton from '@/figures/FigureButton.vue'
import { written } from '@/figures/write'
import { told, useUnits } from '@/stores/units'
import FilePick from '@/fields/FilePick.vue'

const props = defineProps<{ placeId: string }>()
const { desk, place, base, known, ground, set } = useGrounding(toRef(props, 'placeId'))
const units = useUnits()
const rodLength = computed(() => written(told({ length: 8 }, { length: 'length' }, { units: units.value.id }).length, units.value.length.sign))
const broken = ref<{ line: number; words: string }[]>([])
const trouble = ref('')
const soil = computed(() => ground.value?.soil)
const rods = computed(() => ground.value?.rods ?? [])
const most = computed(() => Math.max(...rods.value.map((r) => Number(r.ohms.value)), 1))
const surveyed = computed(() => soil.value?.depth !== null)

function setSoil(value: Place['soil']) {
  void desk.edit([{ op: 'add', path: `${base.value.replace('/grounding', '')}/soil`, value }])
}

function setReading(at: number, name: 'spacing' | 'ohm', value: number) {
  void desk.edit([{ op: 'add', path: `${base.value}/survey/${at}/${name}`, value }])
}

/** What is typed of a new reading, once both of it are numbers; nothing is put in its place. */
const typed = reactive({ spacing: '', ohm: '' })
const pinDepth = computed(() => known.value?.survey[0]?.pin_depth ?? 0)
const reading = computed(() => {
  const [spacing, ohm] = [typed.spacing, typed.ohm].map((v) => numberIn(v, desk.job?.units === 'metric'))
  return spacing > 0 && ohm > 0 ? { spacing, ohm, pin_depth: pinDepth.value } : null
})

/** The pins of a survey go in equally deep at every spacing. */
function setPinDepth(pin_depth: number) {
  void set('survey', (known.value?.survey ?? []).map((r) => ({ ...r, pin_depth })))
}

async function addReading() {
  if (!reading.value || !known.value) return
  if (await set('survey', [...known.value.survey, reading.value])) typed.spacing = typed.ohm = ''
}

async function read(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  trouble.value = ''
  broken.value = []
  try {
    const found = await answered(api.POST('/api/surveys', { ...asSent(file), params: { query: { units: units.value.id } } }))
    broken.value = found.broken
    await set('survey', found.readings.map((r) => ({ ...r, pin_depth: pinDepth.value })))
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = [error.message, ...error.problems.map((p) => p.words)].join(': ')
  }
}
</script>

<template>
  <div v-if="ground && known && soil && place" class="soil">
    <section aria-label="Soil">
      <h3 class="cap">Soil</h3>
      <ChoiceField label="Kind" :value="place.soil" :choices="SOILS" :pointer="base.replace('/grounding', '/soil')" @change="setSoil" />
      <NumberField label="Resistivity, where known" :value="known.soil_ohm_m" auto="by kind" unit="ohm·m" lockable set-word="clear" :pointer="`${base}/soil_ohm_m`" @change="(v) => set('soil_ohm_m', v)" />
      <OwnReadings v-if="known.soil_ohm_m === null && !surveyed" :soil="place.soil ?? 'unknown'" :learnt="known.learnt" @use="(v) => set('learnt', v)" />
      <p class="narrow">Reckoned with: {{ soil.words }}<template v-if="!surveyed">, <span class="mono">{{ soil.low.toFixed(0) }}{{ soil.high > soil.low ? ` to ${soil.high.toFixed(0)}` : '' }} ohm·m</span></template>.</p>
      <template v-if="ground.ohms.value !== null">
        <p class="narrow pair"><span>All electrodes here</span><FigureButton :figure="ground.ohms" :title="`ohms to earth at ${place.name}`" :places="1" /></p>
        <p v-if="ground.low_ohm !== null && ground.high_ohm !== null && ground.chance.value !== null" class="narrow pair"><span>Band</span><span class="mono">{{ ground.low_ohm.toFixed(1) }} to {{ ground.high_ohm.toFixed(1) }} ohm</span></p>
        <p v-if="ground.chance.value !== null" class="narrow pair"><span>Chance of {{ ground.limit_ohm }} ohm or less</span><FigureButton :figure="ground.chance" :title="`chance of ${ground.limit_ohm} ohm`" :places="0" /></p>
      </template>
      <p v-if="ground.chance.value === null" class="narrow quiet">Known as of one day: season and drought are not counted in, so no band is drawn.</p>
      <template v-if="rods.length">
        <h3 class="cap">{{ rodLength }} rods in a row here</h3>
        <table>
          <thead><tr class="narrow"><th>Rods</th><th>Computed</th><th><span class="visually-hidden">Drawn</span></th><th class="right">By thumb</th></tr></thead>
          <tbody>
            <tr v-for="r in rods" :key="r.rods">
              <td class="mono">{{ r.rods }}</td><td><FigureButton :figure="r.ohms" :title="`${r.rods} rods at ${place.name}`" :places="1" /></td>
              <td class="bars"><span class="bar" :style="{ width: `${(100 * Number(r.ohms.value)) / most}%` }" /><span class="thumb" :style="{ left: `${Math.min(99, (100 * Number(r.by_thumb.value)) / most)}%` }" /></td>
              <td class="right"><FigureButton :figure="r.by_thumb" :title="`${r.rods} rods by thumb`" :places="1" /></td>
            </tr>
          </tbody>
        </table>
      </template>
    </section>
    <section aria-label="Four-pin survey">
      <h3 class="cap">Four-pin survey</h3>
      <SurveyPlot v-if="soil.points.length" :soil="soil" />
      <p v-else class="narrow quiet">Four pins in line at equal spacing, ohms read at each of several spacings. From four of them on, two layers of soil are found.</p>
      <p v-if="soil.points.length && !surveyed" class="narrow caution">{{ soil.points.length }} of 4 spacings: no layers yet.</p>
      <p v-if="soil.misfit_pct !== null && soil.misfit_pct > 15" class="narrow caution">Misfit {{ soil.misfit_pct.toFixed(0) }} %: two layers do not explain these readings. Look for buried metal beside the line, or a wrong row.</p>
      <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
      <ul v-if="broken.length" class="danger narrow"><li v-for="b in broken" :key="b.line">line {{ b.line }}: {{ b.words }}</li></ul>
      <table v-if="known.survey.length" class="readings">
        <thead><tr class="narrow"><th>Spacing</th><th>Reading</th><th class="right">ohm·m</th><th><span class="visually-hidden">Remove</span></th></tr></thead>
        <tbody>
          <tr v-for="(r, i) in known.survey" :key="i">
            <td><NumberField :label="`Spacing ${i + 1}`" bare :value="r.spacing" :unit="units.length.sign" :pointer="`${base}/survey/${i}/spacing`" @change="(v) => v && setReading(i, 'spacing', v)" /></td>
            <td><NumberField :label="`Reading ${i + 1}`" bare :value="r.ohm" unit="ohm" :pointer="`${base}/survey/${i}/ohm`" @change="(v) => v && setReading(i, 'ohm', v)" /></td>
            <td class="mono right">{{ soil.points[i]?.measured.toFixed(0) }}</td>
            <td class="right"><v-btn variant="text" class="quiet" :aria-label="`Remove reading ${i + 1}`" @click="desk.edit([{ op: 'remove', path: `${base}/survey/${i}` }])">×</v-btn></td>
          </tr>
        </tbody>
      </table>
      <NumberField v-if="known.survey.length" label="Pins in the ground" :value="pinDepth" :unit="units.length.sign" :pointer="`${base}/survey/0/pin_depth`" hint="0: short beside their spacing" @change="(v) => setPinDepth(v ?? 0)" />
      <div class="acts">
        <v-text-field v-model="typed.spacing" class="typed mono right" inputmode="decimal" :aria-label="`New spacing, ${units.length.sign}`" :suffix="units.length.sign" />
        <v-text-field v-model="typed.ohm" class="typed mono right" inputmode="decimal" aria-label="New reading, ohm" suffix="ohm" @keydown.enter="addReading" />
        <v-btn :disabled="!reading" @click="addReading">Add reading</v-btn>
        <FilePick words="Read CSV: spacing, ohms" accept=".csv,text/csv,.txt" @pick="read" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.soil { display: grid; grid-template-columns: repeat(auto-fit, minmax(260px, 1fr)); gap: 6px 32px; }
h3.cap { margin: 8px 0 3px; font-size: 13px; }
p { margin: 4px 0; }
.narrow { font-size: 15px; }
.pair { display: flex; justify-content: space-between; border-bottom: 1px solid var(--rule); }
table { width: 100%; border-collapse: collapse; font-size: 13px; }
th { text-align: left; font-weight: 500; color: var(--quiet); border-bottom: 1px solid var(--ink); }
td { padding: 3px 0; border-bottom: 1px solid var(--rule); white-space: nowrap; }
.right { text-align: right; }
.bars { position: relative; width: 40%; }
.bar { display: block; height: 8px; background: var(--bar); }
.thumb { position: absolute; top: 2px; bottom: 2px; width: 2px; background: var(--caution); }
.acts { display: flex; flex-wrap: wrap; gap: 8px; margin-top: 8px; }
.typed { display: inline-flex; align-items: baseline; gap: 3px; }
.typed { width: 74px; }
.file:focus-within { outline: 2px solid var(--good); }
ul { margin: 4px 0; padding-left: 18px; }
</style>
