<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'

import { buildingPatch, continuousFault, type NewBuilding } from '@/pages/jobs/building'
import { METALS, SYSTEMS } from '@/fields/choices'
import { useDesk } from '@/stores/desk'
import { useUnits } from '@/stores/units'

const open = defineModel<boolean>({ required: true })
const desk = useDesk()
const units = useUnits()

const blank: NewBuilding = { name: '', what: 'building', from: '', length: null, amps: null, continuous: null, system: SYSTEMS[0].value, metal: METALS[0].value, buried: true }
const form = reactive<NewBuilding>({ ...blank })
const tried = ref(false)

const sources = computed(() => {
  const wanted = (kind: string) => (form.what === 'generator' ? kind === 'transfer-switch' : kind !== 'equipment')
  return (desk.job?.stations ?? []).filter((s) => wanted(s.kind)).map((s) => ({ value: s.id, words: s.name }))
})
const system = computed(() => {
  const fed = desk.job?.runs.find((r) => r.to_station === form.from)
  const from = desk.job?.stations.find((s) => s.id === form.from)
  return from?.transformer?.secondary ?? fed?.system ?? from?.supply ?? SYSTEMS[0].value
})
const wrong = computed(() => ({
  name: form.name.trim() ? '' : 'Give it a name',
  from: sources.value.some((s) => s.value === form.from) ? '' : form.what === 'generator' ? 'Add a transfer switch first, and choose it here' : 'Say what feeds it',
  length: typeof form.length === 'number' && form.length > 0 ? '' : `In ${units.value.length.words}, one way along the wire`,
  continuous: continuousFault(form.amps, form.continuous),
}))

watch(open, (now) => {
  if (!now) return
  const panel = desk.selectedStation ?? desk.job?.stations.filter((s) => s.kind === 'panelboard')[0]?.id
  Object.assign(form, blank, { from: panel ?? sources.value[0]?.value ?? '' })
  tried.value = false
})
watch(system, (now) => (form.system = now))

async function add() {
  tried.value = true
  if (!desk.job || Object.values(wrong.value).some(Boolean)) return
  const { patch, run } = buildingPatch(desk.job, form)
  if (await desk.edit(patch)) {
    desk.selectRun(run)
    open.value = false
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Add to the property" max-width="460">
    <v-card class="paper-form">
      <form novalidate @submit.prevent="add">
        <h2 class="cap">Add to the property</h2>
        <v-select
          v-model="form.what" label="What" :items="[{ value: 'building', words: 'Detached building with a panel' }, { value: 'panel', words: 'Panel in the same building as its source' }, { value: 'disconnect', words: 'Disconnect or switch in the same place as its source' }, { value: 'joint', words: 'Splice or joint on the way' }, { value: 'equipment', words: 'Equipment on a circuit of its own' }, { value: 'transformer', words: 'Transformer in the same place as its source' }, { value: 'converter', words: 'Phase converter in the same place as its source' }, { value: 'transfer-switch', words: 'Transfer switch in the same place as its source' }, { value: 'generator', words: 'Generator, feeding a transfer switch' }]"
        />
        <v-text-field v-model="form.name" label="Name, as on the job" autofocus :error-messages="tried ? wrong.name : ''" maxlength="60" />
        <v-select v-model="form.from" :label="form.what === 'generator' ? 'Feeds' : 'Fed from'" :items="sources" :error-messages="tried ? wrong.from : ''" />
        <v-text-field v-model.number="form.length" label="Length of wire, one way" :suffix="units.length.sign" type="number" min="0" :error-messages="tried ? wrong.length : ''" />
        <div class="pair">
          <v-text-field v-model.number="form.amps" label="Load, if known" suffix="A" type="number" min="0" />
          <v-text-field v-model.number="form.continuous" label="continuous" suffix="A" type="number" min="0" :error-messages="tried ? wrong.continuous : ''" />
        </div>
        <v-select v-model="form.system" label="System" :items="SYSTEMS.map((s) => s.value)" />
        <p v-if="desk.notice && tried" class="danger" role="alert">{{ desk.notice }}: {{ desk.problems.map((p) => p.words).join('; ') }}</p>
        <div class="acts">
          <v-btn @click="open = false">Leave it</v-btn>
          <v-btn variant="flat" type="submit">Add and size its run</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
