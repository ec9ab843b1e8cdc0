<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { Refused } from '@/api/client'
import type { MeasureReply, NextReading, Readable, ReadingBody, ReadingEntry } from '@/api/types'
import InstrumentPanel from './instruments/InstrumentPanel.vue'
import { fallPoints, sentRan, type Ran } from './readings'
import WhatRan from './WhatRan.vue'
import { sentNumber } from '@/fields/entry/number'
import { useLooker } from '@/steps/packet/looker'

/** A reading being written down: where, what, how much, what ran meanwhile, by whom. */
const props = defineProps<{ practice: string; readable: readonly Readable[]; stations: readonly { id: string; name: string }[]; length: string; log: (body: Omit<ReadingBody, 'key'>, photo: File | null) => Promise<void> }>()
const wanted = defineModel<NextReading | null>('wanted', { required: true })
const corrected = defineModel<ReadingEntry | null>('corrected', { required: true })

const by = useLooker()
const key = ref<string | null>(null)
const value = ref('')
const ran = ref<Ran>({ load: '', share: '', extra: '', extraAt: '' })
const lifted = ref<'' | 'yes' | 'no'>('')
const line = ref<NonNullable<ReadingBody['line']>>('')
const more = ref(false)
const [instrument, calibrated, weather, soil, soilC, note, tried, far, points] = ['', '', '', '', '', '', '', '', ''].map((v) => ref(v))
const busy = ref(false)
const asked = ref(false)
const refusal = ref<Refused | null>(null)
const photo = ref<File | null>(null)
const NOT_SAID = { value: '', words: 'not said' }
const LIFTED = [NOT_SAID, { value: 'yes', words: 'lifted off the neutral and all bonds' }, { value: 'no', words: 'still joined to the neutral' }]
const LINES = [NOT_SAID, { value: 'first', words: 'along one line' }, { value: 'across', words: 'along a second, at right angles' }]
const OPENED = [{ value: '1', words: 'it opened' }, { value: '0', words: 'it did not open' }]
const keyOf = (r: { what: string; at: string; part: string }) => `${r.what}|${r.at}|${r.part}`

const placeOf = (r: Readable) => `${r.where}|${r.circuit}`

watch(wanted, (now) => {
  if (!now) return
  key.value = keyOf(now)
  const load = now.ran?.load
  if (now.ran && load && load !== 'untold') ran.value = { load, share: load === 'these' ? String(100 * now.ran.share) : '', extra: now.ran.extra_a ? String(now.ran.extra_a) : '', extraAt: now.ran.extra_at ?? '' }
})
watch(corrected, (now) => {
  if (now) key.value = keyOf(now.measured)
})
/** Everything that is read at, by what it is of: first the thing itself, then its circuits. */
const places = computed(() => {
  const found = new Map<string, Map<string, string>>()
  for (const each of props.readable) {
    const group = found.get(each.where) ?? new Map<string, string>()
    found.set(each.where, group.set(placeOf(each), each.circuit || each.where))
  }
  return [...found].flatMap(([where, several]) => {
    const listed = [...several].map(([value, words]) => ({ value, words }))
    return listed.length > 1 ? [{ type: 'subheader', value: `of ${where}`, words: where }, ...listed] : listed
  })
})
const spot = computed(() => props.readable.find((r) => keyOf(r) === key.value) ?? null)
const place = ref<string | null>(null)
const here = computed(() => props.readable.filter((r) => placeOf(r) === place.value))
watch(spot, (now) => now && (place.value = placeOf(now)))
/** Whoever goes from circuit to circuit reads the same at each. */
function go() {
  const last = spot.value?.what
  const same = here.value.filter((r) => r.what === last)
  const [only] = here.value.length === 1 ? here.value : same.length === 1 ? same : []
  key.value = only ? keyOf(only) : null
}
const falls = computed(() => spot.value?.what === 'electrode')
const trips = computed(() => spot.value?.what.startsWith('trip') ?? false)
// What is asked beside the figure and was left blank: said at its field once the reading was to be kept.
const blank = computed(() => {
  if (!asked.value || !spot.value?.by_load) return new Map<string, string>()
  if (!ran.value.load) return new Map([['/load', 'Say what ran meanwhile']])
  return new Map(ran.value.load === 'these' && !ran.value.share.trim() ? [['/share', 'Say how much of them ran']] : [])
})
const said = (pointer: string) => blank.value.get(pointer) ?? refusal.value?.at(pointer)

/** "10 12.1" a line, or with a comma between: the probe's place, then what was read there. */
const metric = computed(() => props.length === 'm')
const placed = computed(() => fallPoints(points.value, metric.value))
const fall = computed(() => (far.value && placed.value.points.length ? { far: sentNumber(far.value, metric.value), points: placed.value.points } : null))

function shown(told: MeasureReply) {
  instrument.value = told.name
  calibrated.value = told.calibrated
  if (told.fall) {
    far.value = String(told.fall.far)
    points.value = told.fall.points.map((p) => p.join(' ')).join('\n')
  } else value.value = String(told.value)
}

async function keep() {
  refusal.value = null
  asked.value = true
  if (!spot.value || blank.value.size || (falls.value && placed.value.broken)) return
  busy.value = true
  try {
    await props.log({
      what: spot.value.what, at: spot.value.at, part: spot.value.part, value: value.value.trim() ? sentNumber(value.value, metric.value) : null, by: by.value,
      on: new Date().toLocaleString('sv-SE').replace(' ', 'T').slice(0, 16), fall: falls.value ? fall.value : null,
      ...sentRan(spot.value.by_load ? ran.value : null),
      lifted: lifted.value ? lifted.value === 'yes' : null, line: line.value,
      tried_ma: tried.value ? sentNumber(tried.value) : null, instrument: instrument.value, calibrated: calibrated.value || null, weather: weather.value as ReadingBody['weather'], soil: soil.value as ReadingBody['soil'],
      soil_c: soilC.value.trim() ? sentNumber(soilC.value) : null, photo: null, note: note.value, corrects: corrected.value?.measured.number ?? null,
    }, photo.value)
    value.value = note.value = points.value = ''
    photo.value = null
    corrected.value = wanted.value = null
    asked.value = false
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    refusal.value = error
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form aria-label="New reading" @submit.prevent="keep">
    <h2 class="cap">{{ corrected ? `Corrects no. ${corrected.measured.number}` : 'New reading' }}</h2>
    <v-select v-model="place" label="Where" placeholder="choose where it is read" :items="places" @update:model-value="go" />
    <v-select v-model="key" label="What" :placeholder="place ? 'choose what is read' : ''" :items="here.map((r) => ({ value: keyOf(r), words: r.reads }))" :disabled="!place" />
    <p v-if="spot" class="narrow"><strong>{{ spot.words }}</strong> <span v-if="spot.how" class="quiet">({{ spot.how }})</span></p>
    <template v-if="falls">
      <v-text-field v-model="far" class="mono" inputmode="decimal" label="Current probe at" :suffix="length" />
      <v-textarea v-model="points" class="mono" rows="5" :placeholder="`10 12.4\n20 14.9`" label="Potential probe at, read: one a line" />
      <p v-if="placed.broken" class="danger narrow" role="alert">"{{ placed.broken }}" is no place and reading: write the place, a space, then the ohms.</p>
      <p class="narrow quiet">Or only its result:</p>
    </template>
    <template v-if="spot?.what === 'electrode'">
      <v-select v-model="lifted" label="The electrode was" :items="LIFTED" />
      <v-select v-model="line" label="The probes stood" :items="LINES" />
    </template>
    <v-select v-if="spot?.what === 'test-button'" v-model="value" label="Its button was pressed" aria-label="Read" :items="OPENED" />
    <v-text-field v-else v-model="value" class="mono big" inputmode="decimal" label="Read" :suffix="spot?.unit" :error="!!said('/value')" />
    <v-text-field v-if="trips" v-model="tried" class="mono" inputmode="decimal" label="Tried at" suffix="mA" />
    <WhatRan v-if="spot?.by_load" v-model="ran" :stations="stations" :said="said" />
    <v-text-field v-model="by" maxlength="80" autocomplete="name" label="By" :error="!!said('/by')" />
    <InstrumentPanel v-if="spot" :spot="spot" :practice="practice" :ran="sentRan(spot.by_load ? ran : null)" :far="far ? sentNumber(far, metric) : null" :tried="tried ? sentNumber(tried) : null" @shown="shown" />
    <v-btn variant="text" class="narrow quiet" :aria-expanded="more" @click="more = !more">{{ more ? 'Less' : 'Instrument, weather, photo, note' }}</v-btn>
    <template v-if="more">
      <v-text-field v-model="instrument" label="Instrument" maxlength="80" />
      <v-text-field v-model="calibrated" label="Calibrated" type="date" />
      <v-select v-model="soil" label="Ground" :items="[NOT_SAID, 'dry', 'damp', 'wet', 'frozen']" />
      <v-select v-model="weather" label="Weather" :items="[NOT_SAID, 'dry', 'rain', 'frost', 'thaw']" />
      <v-text-field v-model="soilC" class="mono" inputmode="decimal" label="Ground at" suffix="°C" />
      <v-file-input v-model="photo" label="Photo" accept="image/jpeg,image/png" />
      <v-text-field v-model="note" label="Note" maxlength="1000" />
    </template>
    <p v-if="refusal" class="danger narrow" role="alert">{{ refusal.problems[0]?.pointer === '/by' ? 'By whom? ' : '' }}{{ refusal.problems[0]?.words ?? refusal.message }}</p>
    <p class="acts"><v-btn variant="flat" type="submit" :disabled="!spot || busy">Log it</v-btn><v-btn v-if="corrected" @click="corrected = null">Not a correction</v-btn></p>
  </form>
</template>

<style scoped src="./reading.css"></style>
<style scoped>
form { margin-bottom: 16px; }
.big :deep(input) { font-size: 20px; font-weight: 600; }
.acts { display: flex; gap: 8px; margin: 8px 0; }
p { margin: 3px 0; font-size: 15px; }
</style>
