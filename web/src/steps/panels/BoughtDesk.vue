<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { BAR_FIXINGS, BAR_KINDS, BAR_SIDES, LUG_USES, TERMINAL_METALS } from './lists'
import { usePanelDesk } from './usePanel'
import { answered, api, Refused } from '@/api/client'
import type { PanelItem } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, sizeLocks } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { freshId } from '@/pages/jobs/building'
import { useUnits } from '@/stores/units'

const panel = usePanelDesk()
const { desk, station, base } = panel
const units = useUnits()
const items = ref<PanelItem[]>([])
const chosen = ref('')
const notice = ref('')
const own = computed(() => panel.panel.value)
const gear = computed(() => station.value?.gear)

onMounted(async () => {
  try {
    items.value = (await answered(api.GET('/api/shop/panels'))).items
    chosen.value = items.value.find((i) => i.spaces === gear.value?.spaces)?.name ?? items.value[0]?.name ?? ''
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    notice.value = error.message
  }
})

async function use() {
  if (!desk.job || !station.value) return
  notice.value = ''
  try {
    const { fix } = await answered(api.POST('/api/panels/bought', { body: { job: desk.job, station: station.value.id, item: chosen.value } }))
    await panel.apply(fix)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    notice.value = [error.message, ...error.problems.map((p) => p.words)].join(': ')
  }
}

function set(way: string, value: unknown) {
  void panel.edit([[way, value]])
}

function spacesOf(list: readonly number[]): string {
  const parts: string[] = []
  const sorted = [...list].sort((a, b) => a - b)
  for (let i = 0; i < sorted.length; i++) {
    let end = i
    while (sorted[end + 1] === sorted[end] + 1) end++
    parts.push(end > i ? `${sorted[i]}-${sorted[end]}` : `${sorted[i]}`)
    i = end
  }
  return parts.join(', ')
}

function setSpaces(way: string, typed: string) {
  const found = new Set<number>()
  for (const part of typed.split(/[,;]/).map((p) => p.trim()).filter(Boolean)) {
    const [first, last] = part.split('-').map(Number)
    if (!Number.isInteger(first) || (last !== undefined && !Number.isInteger(last))) {
      notice.value = `“${part}” is no space: write them as 21-30 or 7, 9.`
      return
    }
    for (let s = first; s <= (last ?? first) && found.size < 200; s++) found.add(s)
  }
  notice.value = ''
  set(way, [...found])
}

const oddLegs = computed(() => (own.value && own.value.legs !== 'interleaved' ? own.value.legs.join('') : ''))

function setLegs(typed: string) {
  const letters = typed.toUpperCase().replace(/[^AB]/g, '')
  set('panel/legs', letters ? letters.split('') : 'interleaved')
}

function addBar(kind: 'neutral' | 'ground') {
  const id = freshId(kind, own.value?.bars.map((b) => b.id) ?? [])
  void desk.edit([{ op: 'add', path: `${base.value}/panel/bars/-`, value: { id, kind, side: kind === 'neutral' ? 'left' : 'right', holes: 12, least_size: '14', most_size: '4' } }])
}

function addLug() {
  void desk.edit([{ op: 'add', path: `${base.value}/panel/lugs/-`, value: { of: 'line' } }])
}

function remove(way: string) {
  void desk.edit([{ op: 'remove', path: `${base.value}/${way}` }])
}
</script>

<template>
  <section v-if="station && gear" class="desk" aria-label="As bought">
    <div class="list">
      <div class="said narrow">From the shop’s list <v-select v-model="chosen" aria-label="From the shop’s list" :items="items" item-title="name" item-value="name" /></div>
      <v-btn variant="flat" :disabled="!chosen" @click="use">{{ own ? 'Use this panel' : 'Take the cover off: this panel' }}</v-btn>
      <span v-if="own?.circuits.length" class="quiet narrow">Its circuits stay; what finds no space or hole comes out.</span>
    </div>
    <p v-if="notice" class="danger" role="alert">{{ notice }}</p>
    <template v-if="own">
      <div class="columns">
        <div>
          <h3 class="cap">Bus and main</h3>
          <NumberField label="Spaces" :value="gear.spaces" :pointer="`${base}/gear/spaces`" @change="(v) => set('gear/spaces', v)" />
          <NumberField label="Poles allowed" :value="own.circuits_allowed" lockable :auto="String(panel.answer.value?.allowed ?? '')" :pointer="`${base}/panel/circuits_allowed`" @change="(v) => set('panel/circuits_allowed', v)" />
          <SwitchField label="A main breaker of its own" :value="gear.has_main ?? false" :pointer="`${base}/gear/has_main`" @change="(v) => set('gear/has_main', v)" />
          <NumberField :label="gear.has_main ? 'Main' : 'Bus'" :value="gear.rating_a" unit="A" lockable set-word="none" :pointer="`${base}/gear/rating_a`" @change="(v) => set('gear/rating_a', v)" />
          <NumberField v-if="gear.has_main" label="Bus" :value="gear.bus_a" unit="A" lockable set-word="none" :pointer="`${base}/gear/bus_a`" @change="(v) => set('gear/bus_a', v)" />
          <SwitchField label="Fed through a plug-in breaker" :value="gear.back_fed" :pointer="`${base}/gear/back_fed`" @change="(v) => set('gear/back_fed', v)" />
          <ChoiceField v-if="gear.back_fed" label="Held by its retainer" :value="gear.retained" :choices="KNOWN" :pointer="`${base}/gear/retained`" @change="(v) => set('gear/retained', v)" />
          <NumberField label="Handle, highest" :value="gear.handle_height" :unit="units.small.sign" lockable set-word="none" :pointer="`${base}/gear/handle_height`" @change="(v) => set('gear/handle_height', v)" />
          <v-text-field class="words mono" label="Spaces that take a tandem" :model-value="spacesOf(own.twin_spaces)" placeholder="none" @change="setSpaces('panel/twin_spaces', ($event.target as HTMLInputElement).value)" />
          <v-text-field class="words mono" label="Spaces that take none" :model-value="spacesOf(own.blocked)" placeholder="none" @change="setSpaces('panel/blocked', ($event.target as HTMLInputElement).value)" />
          <v-text-field class="words mono" label="Legs, space by space, where they do not alternate by rows" :model-value="oddLegs" placeholder="alternate" @change="setLegs(($event.target as HTMLInputElement).value)" />
        </div>
        <div>
          <h3 class="cap">Lugs</h3>
          <div v-for="(l, i) in own.lugs" :key="i" class="part">
            <ChoiceField label="Lugs" :value="l.of" :choices="LUG_USES" :pointer="`${base}/panel/lugs/${i}/of`" @change="(v) => set(`panel/lugs/${i}/of`, v)" />
            <ChoiceField label="from" :value="(l.least_size ?? null) as never" :choices="sizeLocks('') as never" :pointer="`${base}/panel/lugs/${i}/least_size`" @change="(v) => set(`panel/lugs/${i}/least_size`, v)" />
            <ChoiceField label="to" :value="(l.most_size ?? null) as never" :choices="sizeLocks('') as never" :pointer="`${base}/panel/lugs/${i}/most_size`" @change="(v) => set(`panel/lugs/${i}/most_size`, v)" />
            <ChoiceField label="marked for" :value="l.metal" :choices="TERMINAL_METALS" :pointer="`${base}/panel/lugs/${i}/metal`" @change="(v) => set(`panel/lugs/${i}/metal`, v)" />
            <NumberField label="torque" :value="l.torque ?? null" :unit="units.torque.sign" lockable set-word="none" :pointer="`${base}/panel/lugs/${i}/torque`" @change="(v) => set(`panel/lugs/${i}/torque`, v)" />
            <v-btn variant="text" class="narrow quiet" @click="remove(`panel/lugs/${i}`)">remove these lugs</v-btn>
          </div>
          <v-btn variant="text" class="narrow add" @click="addLug">add lugs</v-btn>
        </div>
        <div>
          <h3 class="cap">Terminal bars</h3>
          <div v-for="(b, i) in own.bars" :key="b.id" class="part">
            <ChoiceField label="Bar for" :value="b.kind" :choices="BAR_KINDS" :pointer="`${base}/panel/bars/${i}/kind`" @change="(v) => set(`panel/bars/${i}/kind`, v)" />
            <ChoiceField label="Side" :value="b.side" :choices="BAR_SIDES" :pointer="`${base}/panel/bars/${i}/side`" @change="(v) => set(`panel/bars/${i}/side`, v)" />
            <NumberField label="Holes" :value="b.holes" :pointer="`${base}/panel/bars/${i}/holes`" @change="(v) => set(`panel/bars/${i}/holes`, v)" />
            <ChoiceField label="A hole takes from" :value="(b.least_size ?? null) as never" :choices="sizeLocks('') as never" :pointer="`${base}/panel/bars/${i}/least_size`" @change="(v) => set(`panel/bars/${i}/least_size`, v)" />
            <ChoiceField label="to" :value="(b.most_size ?? null) as never" :choices="sizeLocks('') as never" :pointer="`${base}/panel/bars/${i}/most_size`" @change="(v) => set(`panel/bars/${i}/most_size`, v)" />
            <ChoiceField label="marked for" :value="b.metal" :choices="TERMINAL_METALS" :pointer="`${base}/panel/bars/${i}/metal`" @change="(v) => set(`panel/bars/${i}/metal`, v)" />
            <NumberField label="Grounds of one size in a hole" :value="b.grounds_a_hole" :pointer="`${base}/panel/bars/${i}/grounds_a_hole`" @change="(v) => set(`panel/bars/${i}/grounds_a_hole`, v)" />
            <template v-if="b.kind === 'ground'">
              <ChoiceField label="Held by" :value="b.fixing" :choices="BAR_FIXINGS" :pointer="`${base}/panel/bars/${i}/fixing`" @change="(v) => set(`panel/bars/${i}/fixing`, v)" />
              <ChoiceField label="Fastened to the can" :value="b.bonded" :choices="KNOWN" :pointer="`${base}/panel/bars/${i}/bonded`" @change="(v) => set(`panel/bars/${i}/bonded`, v)" />
            </template>
            <v-btn variant="text" class="narrow quiet" @click="remove(`panel/bars/${i}`)">remove this bar</v-btn>
          </div>
          <v-btn variant="text" class="narrow add" @click="addBar('neutral')">add a neutral bar</v-btn>
          <v-btn variant="text" class="narrow add" @click="addBar('ground')">add a ground bar</v-btn>
        </div>
      </div>
    </template>
    <p v-else class="quiet">Nothing of {{ station.name }} is written down but its place. Choose the panel that is there, or that is bought, from the list; every figure can be changed afterwards. Then come its circuits.</p>
  </section>
</template>

<style scoped>
.desk { padding: 10px 0; }
.list { display: flex; flex-wrap: wrap; gap: 8px 12px; align-items: center; }
.said .v-select { flex: 1; max-width: 260px; }
.columns { display: grid; grid-template-columns: repeat(auto-fit, minmax(230px, 1fr)); gap: 6px 26px; }
h3.cap { margin: 12px 0 2px; font-size: 13px; }
.part { border-bottom: 1px solid var(--rule); padding: 3px 0 5px; }
.words { display: grid; gap: 1px; font-size: 15px; color: var(--quiet); padding: 3px 0; }
.words { margin: 4px 0; }
.add { text-decoration: underline; font-size: 15px; margin-right: 14px; }
</style>
