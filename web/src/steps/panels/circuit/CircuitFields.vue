<script setup lang="ts">
import { computed, onMounted } from 'vue'

import CircuitWire from './CircuitWire.vue'
import { BREAKER_KINDS, CIRCUIT_POLES, CIRCUIT_USES, FIRST_OUTLETS } from '../lists'
import { usePanelDesk, spaceText } from '../usePanel'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN, OUTLET_ROOMS } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import StateFields from '@/fields/StateFields.vue'
import SwitchField from '@/fields/SwitchField.vue'
import TextField from '@/fields/TextField.vue'
import { useShop } from '@/stores/shop'

const panel = usePanelDesk()
const shop = useShop()
onMounted(() => void (shop.breakers.length || shop.load()))
const { circuit, solved, circuits, base, station, desk } = panel
const answer = computed(() => (circuit.value ? solved.value.get(circuit.value.id) : undefined))
const at = computed(() => `${base.value}/panel/circuits/${circuits.value.findIndex((c) => c.id === circuit.value?.id)}`)
const place = computed(() => desk.job?.places.find((p) => p.id === station.value?.place))
const runs = computed(() => desk.job?.runs.filter((r) => r.from_station === station.value?.id) ?? [])
const hung = computed(() => new Set(circuits.value.flatMap((c) => (c.id === circuit.value?.id ? [] : c.appliances))))
/** Circuits that go, of this panel and of others: what a new one may stand in for. */
const olds = computed(() =>
  (desk.job?.stations ?? []).flatMap((s) =>
    (s.panel?.circuits ?? []).filter((c) => c.state === 'goes' || c.state === 'for-now').map((c) => ({
      value: s.id === station.value?.id ? c.id : `${s.id}/${c.id}`,
      words: `${c.name || c.id}, ${s.name}`,
    })),
  ),
)
const appliances = computed(() => place.value?.appliances.filter((a) => !hung.value.has(a.id)) ?? [])
const partners = computed(() => [
  { value: null as string | null, words: 'none' },
  ...circuits.value.filter((c) => c.id !== circuit.value?.id && c.poles === 1 && (!c.partner || c.partner === circuit.value?.id)).map((c) => ({ value: c.id as string | null, words: `${spaceText(c)} ${c.name || c.id}` })),
])
const leaving = computed(() => [{ value: null as string | null, words: 'none' }, ...runs.value.map((r) => ({ value: r.id as string | null, words: desk.job?.stations.find((s) => s.id === r.to_station)?.name ?? r.id }))])

function set(fields: Record<string, unknown>) {
  if (circuit.value) void panel.setCircuit(circuit.value.id, fields)
}

/** A breaker of the list: its rating, poles and what it guards against. */
// What was taken from the list stands in the fields below; the list itself shows nothing.
const listed: string | null = null
function take(name: string | null) {
  const item = shop.breakers.find((b) => b.name === name)
  if (item) set({ breaker_a: item.rating_a, poles: item.poles, breaker: item.kind, ...(item.poles === 2 ? { half: null } : {}) })
}

function setSpace(space: number | null) {
  if (!circuit.value) return
  if (space === null) set({ space: null, half: null })
  else void panel.moveTo(circuit.value.id, { space, half: null })
}

/** Both of a pair name each other, and whoever was a partner before is one no more. */
function setPartner(id: string | null) {
  const own = circuit.value
  if (!own) return
  const index = (c: string) => circuits.value.findIndex((each) => each.id === c)
  const steps: [string, unknown][] = []
  if (own.partner) steps.push([`panel/circuits/${index(own.partner)}/partner`, null])
  if (id) steps.push([`panel/circuits/${index(id)}/partner`, own.id])
  void panel.edit([...steps, [`panel/circuits/${index(own.id)}/partner`, id]])
}

function toggle(list: readonly string[], each: string): string[] {
  return list.includes(each) ? list.filter((one) => one !== each) : [...list, each]
}
</script>

<template>
  <section v-if="circuit && answer" class="circuit" :aria-label="`Change circuit ${spaceText(circuit)}`">
    <h2 class="cap">Change it</h2>
    <TextField label="Directory" :value="circuit.name" :pointer="`${at}/name`" :maxlength="80" @change="(name) => set({ name })" />
    <NumberField label="Space" :value="circuit.space" lockable set-word="out" :pointer="`${at}/space`" hint="The upper one of two" @change="setSpace" />
    <ChoiceField label="Poles" :value="circuit.poles" :choices="CIRCUIT_POLES" :pointer="`${at}/poles`" @change="(poles) => set({ poles, ...(poles === 2 ? { half: null } : {}) })" />
    <div class="listed narrow">From the shop’s list <v-select aria-label="A breaker of the shop’s list" placeholder="choose" :model-value="listed" :items="shop.breakers" item-title="name" item-value="name" @update:model-value="take" /></div>
    <NumberField label="Breaker" :value="circuit.breaker_a" unit="A" lockable :auto="String(answer.breaker_a ?? '')" :pointer="`${at}/breaker_a`" @change="(breaker_a) => set({ breaker_a })" />
    <ChoiceField label="Guard" :value="circuit.breaker" :choices="BREAKER_KINDS" :pointer="`${at}/breaker`" @change="(breaker) => set({ breaker })" />
    <ChoiceField label="First outlet" :value="circuit.first_outlet" :choices="FIRST_OUTLETS" :pointer="`${at}/first_outlet`" @change="(first_outlet) => set({ first_outlet })" />
    <ChoiceField label="Is for" :value="circuit.use" :choices="CIRCUIT_USES" :pointer="`${at}/use`" @change="(use) => set({ use })" />
    <details>
      <summary class="narrow">Rooms: {{ circuit.rooms.join(', ').replaceAll('-', ' ') || 'not on record' }}</summary>
      <div class="ticks">
        <v-checkbox-btn v-for="r in OUTLET_ROOMS.filter((r) => r.value)" :key="String(r.value)" class="narrow" :model-value="circuit.rooms.includes(r.value!)" :label="r.words" @update:model-value="set({ rooms: toggle(circuit.rooms, r.value!) })" />
      </div>
      <SwitchField label="Receptacles among its outlets" :value="circuit.receptacles" :pointer="`${at}/receptacles`" @change="(receptacles) => set({ receptacles })" />
      <SwitchField label="One outlet, for what stays in its place" :value="circuit.single_outlet" :pointer="`${at}/single_outlet`" @change="(single_outlet) => set({ single_outlet })" />
    </details>
    <details :open="circuit.appliances.length > 0 || circuit.va !== null">
      <summary class="narrow">What hangs on it</summary>
      <div v-if="!circuit.run" class="ticks">
        <v-checkbox-btn v-for="a in appliances" :key="a.id" class="narrow" :model-value="circuit.appliances.includes(a.id)" :label="a.name" @update:model-value="set({ appliances: toggle(circuit.appliances, a.id) })" />
      </div>
      <NumberField v-if="!circuit.run" label="besides, as typed" :value="circuit.va" unit="VA" lockable set-word="none" :pointer="`${at}/va`" @change="(va) => set({ va })" />
      <SwitchField v-if="circuit.va" label="what is typed runs 3 h or more" :value="circuit.continuous" :pointer="`${at}/continuous`" @change="(continuous) => set({ continuous })" />
      <ChoiceField v-if="leaving.length > 1" label="or the run to" :value="circuit.run" :choices="leaving" :pointer="`${at}/run`" @change="(run) => set({ run })" />
    </details>
    <template v-if="circuit.poles === 1">
      <ChoiceField label="Neutral shared with" :value="circuit.partner" :choices="partners" :pointer="`${at}/partner`" @change="setPartner" />
      <ChoiceField v-if="circuit.partner" label="Tied together" :value="circuit.tied" :choices="KNOWN" :pointer="`${at}/tied`" @change="(tied) => panel.edit([circuit!.id, circuit!.partner!].map((id) => [`panel/circuits/${circuits.findIndex((c) => c.id === id)}/tied`, tied]))" />
    </template>
    <CircuitWire v-if="!circuit.run" :key="circuit.id" :circuit="circuit" />
    <SwitchField label="Stays put: balancing leaves it alone" :value="circuit.locked" :pointer="`${at}/locked`" @change="(locked) => set({ locked })" />
    <StateFields :part="circuit" :pointer="at" :olds="olds" @change="set" />
    <v-btn variant="text" class="narrow quiet" @click="panel.removeCircuit(circuit.id)">remove this circuit</v-btn>
  </section>
</template>

<style scoped>
.listed { display: flex; justify-content: space-between; color: var(--quiet); font-size: 15px; }
.listed .v-select { width: 140px; }
.circuit { padding-bottom: 6px; }
details { border-top: 1px solid var(--rule); padding: 3px 0; }
summary { font-size: 15px; color: var(--quiet); cursor: pointer; }
.ticks { display: grid; grid-template-columns: 1fr 1fr; gap: 1px 8px; font-size: 14.5px; margin: 3px 0; }
</style>
