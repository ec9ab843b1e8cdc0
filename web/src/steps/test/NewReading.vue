<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'

import { Refused } from '@/api/client'
import type { MeasureReply, NextReading, Readable, ReadingBody, ReadingEntry } from '@/api/types'
import InstrumentPanel from './InstrumentPanel.vue'
import { fallPoints, sentRan, type Ran } from './readings'
import WhatRan from './WhatRan.vue'
import { sentNumber } from '@/fields/number'
import { useLooker } from '@/steps/packet/looker'

/** A reading being written down: where, what, how much, what ran meanwhile, by whom. */
const props = defineProps<{ practice: string; readable: readonly Readable[]; stations: readonly { id: string; name: string }[]; length: string; log: (body: Omit<ReadingBody, 'key'>) => Promise<void>; photo: (file: File) => Promise<number> }>()
const wanted = defineModel<NextReading | null>('wanted', { required: true })
const corrected = defineModel<ReadingEntry | null>('corrected', { required: true })

const by = useLooker()
const key = ref('')
const value = ref('')
const ran = ref<Ran>({ load: '', share: '', extra: '', extraAt: '' })
const lifted = ref<'' | 'yes' | 'no'>('')
const line = ref<NonNullable<ReadingBody['line']>>('')
const more = ref(false)
const [instrument, calibrated, weather, soil, soilC, note, tried, far, points] = ['', '', '', '', '', '', '', '', ''].map((v) => ref(v))
const busy = ref(false)
const refusal = ref<Refused | null>(null)
const file = useTemplateRef<HTMLInputElement>('file')
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
const groups = computed(() => {
  const found = new Map<string, Map<string, string>>()
  for (const each of props.readable) {
    const group = found.get(each.where) ?? new Map<string, string>()
    found.set(each.where, group.set(placeOf(each), each.circuit || each.where))
  }
  return [...found].map(([where, places]) => ({ where, places: [...places] }))
})
const spot = computed(() => props.readable.find((r) => keyOf(r) === key.value) ?? null)
const place = ref('')
const here = computed(() => props.readable.filter((r) => placeOf(r) === place.value))
watch(spot, (now) => now && (place.value = placeOf(now)))
/** Whoever goes from circuit to circuit reads the same at each. */
function go() {
  const last = spot.value?.what
  const same = here.value.filter((r) => r.what === last)
  const [only] = here.value.length === 1 ? here.value : same.length === 1 ? same : []
  key.value = only ? keyOf(only) : ''
}
const falls = computed(() => spot.value?.what === 'electrode')
const trips = computed(() => spot.value?.what.startsWith('trip') ?? false)
const said = (pointer: string) => refusal.value?.at(pointer)

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
  if (!spot.value || (falls.value && placed.value.broken)) return
  busy.value = true
  try {
    const picture = file.value?.files?.[0]
    await props.log({
      what: spot.value.what, at: spot.value.at, part: spot.value.part, value: value.value.trim() ? sentNumber(value.value, metric.value) : null, by: by.value,
      on: new Date().toLocaleString('sv-SE').replace(' ', 'T').slice(0, 16), fall: falls.value ? fall.value : null,
      ...sentRan(spot.value.by_load ? ran.value : null),
      lifted: lifted.value ? lifted.value === 'yes' : null, line: line.value,
      tried_ma: tried.value ? sentNumber(tried.value) : null, instrument: instrument.value, calibrated: calibrated.value || null, weather: weather.value as ReadingBody['weather'], soil: soil.value as ReadingBody['soil'],
      soil_c: soilC.value.trim() ? sentNumber(soilC.value) : null, photo: picture ? await props.photo(picture) : null, note: note.value, corrects: corrected.value?.measured.number ?? null,
    })
    value.value = note.value = points.value = ''
    if (file.value) file.value.value = ''
    corrected.value = wanted.value = null
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
    <label class="narrow">Where
      <select v-model="place" aria-label="Where" required @change="go">
        <option value="" disabled>choose where it is read</option>
        <template v-for="g in groups" :key="g.where">
          <option v-if="g.places.length === 1" :value="g.places[0][0]">{{ g.where }}</option>
          <optgroup v-else :label="g.where"><option v-for="[of, words] in g.places" :key="of" :value="of">{{ words }}</option></optgroup>
        </template>
      </select>
    </label>
    <label class="narrow">What
      <select v-model="key" aria-label="What" required :disabled="!place">
        <option value="" disabled>{{ place ? 'choose what is read' : '' }}</option>
        <option v-for="r in here" :key="keyOf(r)" :value="keyOf(r)">{{ r.reads }}</option>
      </select>
    </label>
    <p v-if="spot" class="narrow"><strong>{{ spot.words }}</strong> <span v-if="spot.how" class="quiet">({{ spot.how }})</span></p>
    <template v-if="falls">
      <label class="narrow">Current probe at <span class="entry"><input v-model="far" class="mono" inputmode="decimal" aria-label="Current probe at" /><span class="mono">{{ length }}</span></span></label>
      <label class="narrow">Potential probe at, read: one a line <textarea v-model="points" class="mono" rows="5" :placeholder="`10 12.4\n20 14.9`" aria-label="Potential probe at, read" /></label>
      <p v-if="placed.broken" class="danger narrow" role="alert">"{{ placed.broken }}" is no place and reading: write the place, a space, then the ohms.</p>
      <p class="narrow quiet">Or only its result:</p>
    </template>
    <template v-if="spot?.what === 'electrode'">
      <label class="narrow">The electrode was <select v-model="lifted" aria-label="The electrode was"><option value="">not said</option><option value="yes">lifted off the neutral and all bonds</option><option value="no">still joined to the neutral</option></select></label>
      <label class="narrow">The probes stood <select v-model="line" aria-label="The probes stood"><option value="">not said</option><option value="first">along one line</option><option value="across">along a second, at right angles</option></select></label>
    </template>
    <label v-if="spot?.what === 'test-button'" class="narrow">Its button was pressed <select v-model="value" aria-label="Read"><option value="1">it opened</option><option value="0">it did not open</option></select></label>
    <label v-else class="narrow">Read <span class="entry"><input v-model="value" class="mono big" inputmode="decimal" aria-label="Read" :aria-invalid="!!said('/value')" /><span class="mono">{{ spot?.unit }}</span></span></label>
    <label v-if="trips" class="narrow">Tried at <span class="entry"><input v-model="tried" class="mono" inputmode="decimal" aria-label="Tried at" /><span class="mono">mA</span></span></label>
    <WhatRan v-if="spot?.by_load" v-model="ran" :stations="stations" :said="said" />
    <label class="narrow">By <input v-model="by" maxlength="80" autocomplete="name" aria-label="By" /></label>
    <InstrumentPanel v-if="spot" :spot="spot" :practice="practice" :ran="sentRan(spot.by_load ? ran : null)" :far="far ? sentNumber(far, metric) : null" :tried="tried ? sentNumber(tried) : null" @shown="shown" />
    <button type="button" class="plain narrow quiet" :aria-expanded="more" @click="more = !more">{{ more ? 'Less' : 'Instrument, weather, photo, note' }}</button>
    <template v-if="more">
      <label class="narrow">Instrument <input v-model="instrument" maxlength="80" /></label>
      <label class="narrow">Calibrated <input v-model="calibrated" type="date" /></label>
      <label class="narrow">Ground <select v-model="soil"><option value="">not said</option><option v-for="s in ['dry', 'damp', 'wet', 'frozen']" :key="s">{{ s }}</option></select></label>
      <label class="narrow">Weather <select v-model="weather"><option value="">not said</option><option v-for="s in ['dry', 'rain', 'frost', 'thaw']" :key="s">{{ s }}</option></select></label>
      <label class="narrow">Ground at <span class="entry"><input v-model="soilC" class="mono" inputmode="decimal" aria-label="Ground at" /><span class="mono">°C</span></span></label>
      <label class="narrow">Photo <input ref="file" type="file" accept="image/jpeg,image/png" /></label>
      <label class="narrow">Note <input v-model="note" maxlength="1000" /></label>
    </template>
    <p v-if="refusal" class="danger narrow" role="alert">{{ refusal.problems[0]?.pointer === '/by' ? 'By whom? ' : '' }}{{ refusal.problems[0]?.words ?? refusal.message }}</p>
    <p class="acts"><button class="ink-button solid" :disabled="!spot || busy">Log it</button><button v-if="corrected" type="button" class="ink-button" @click="corrected = null">Not a correction</button></p>
  </form>
</template>

<style scoped src="./reading.css"></style>
<style scoped>
form { margin-bottom: 16px; }
.big { font-size: 20px; font-weight: 600; }
.acts { display: flex; gap: 8px; margin: 8px 0; }
p { margin: 3px 0; font-size: 15px; }
</style>
