<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { amount, continuousFault } from './building'
import { jobOf, type WalkThrough } from './newJob'
import { SUPPLIES } from '@/fields/choices'
import { useShelf } from '@/stores/shelf'
import { unitsOf } from '@/stores/units'
import { words } from '@/stores/words'

const open = defineModel<boolean>({ required: true })
const shelf = useShelf()
const router = useRouter()
const tried = ref(false)

const walk = reactive<WalkThrough>({
  name: '', units: words.value?.units ?? 'us', supply: SUPPLIES[0].value, rating: 200, serviceLength: 60, houseAmps: null, building: false, buildingName: '',
  buildingLength: null, buildingAmps: null, buildingContinuous: null,
}) // prettier-ignore

const unit = computed(() => unitsOf(walk).length)
const UNITS: { value: WalkThrough['units']; words: string }[] = [
  { value: 'us', words: 'feet and inches' },
  { value: 'metric', words: 'metres and millimetres' },
]

// A length that nobody has touched is the usual one, round in its own units.
const USUAL = { us: 60, metric: 20 }
watch(() => walk.units, (now, before) => {
  if (walk.serviceLength === USUAL[before]) walk.serviceLength = USUAL[now]
})

const wrong = computed(() => ({
  name: walk.name.trim() ? '' : 'Name the job, by street or customer',
  serviceLength: isLength(walk.serviceLength) ? '' : `In ${unit.value.words}, along the wire from the transformer`,
  houseAmps: amount(walk.houseAmps) === null || Number(walk.houseAmps) > 0 ? '' : 'Amperes, more than none',
  buildingName: !walk.building || walk.buildingName.trim() ? '' : 'Name the building',
  buildingContinuous: walk.building ? continuousFault(walk.buildingAmps, walk.buildingContinuous) : '',
  buildingLength: !walk.building || isLength(walk.buildingLength) ? '' : `In ${unit.value.words}, one way along the wire`,
}))

function isLength(length: number | null): boolean {
  return typeof length === 'number' && length > 0
}

async function make() {
  tried.value = true
  if (Object.values(wrong.value).some(Boolean)) return
  const state = await shelf.create(jobOf(walk))
  if (!state) return
  open.value = false
  void router.push({ name: 'span', params: { id: state.id } })
}
</script>

<template>
  <v-dialog v-model="open" aria-label="New job" max-width="520">
    <v-card class="paper-form">
      <form novalidate @submit.prevent="make">
        <h2 class="cap">New job</h2>
        <v-text-field v-model="walk.name" label="Job name" autofocus maxlength="80" :error-messages="tried ? wrong.name : ''" />
        <div class="pair">
          <v-select v-model="walk.supply" label="The utility delivers" :items="SUPPLIES" />
          <v-select v-model="walk.units" label="Measured in" :items="UNITS" />
        </div>
        <div class="pair">
          <v-text-field v-model.number="walk.rating" label="Service rating" suffix="A" type="number" min="15" />
          <v-text-field v-model.number="walk.serviceLength" label="Transformer to panel" :suffix="unit.sign" type="number" min="0" :error-messages="tried ? wrong.serviceLength : ''" />
        </div>
        <v-text-field
          v-model.number="walk.houseAmps" label="House load, if known" suffix="A" type="number" min="0" :error-messages="tried ? wrong.houseAmps : ''"
          hint="By your own load calculation; it can wait" persistent-hint
        />
        <v-checkbox v-model="walk.building" label="There is a detached building to feed" density="compact" hide-details />
        <template v-if="walk.building">
          <v-text-field v-model="walk.buildingName" label="Building name" maxlength="60" :error-messages="tried ? wrong.buildingName : ''" />
          <v-text-field v-model.number="walk.buildingLength" label="Length of wire, one way" :suffix="unit.sign" type="number" min="0" :error-messages="tried ? wrong.buildingLength : ''" />
          <div class="pair">
            <v-text-field v-model.number="walk.buildingAmps" label="Its load, if known" suffix="A" type="number" min="0" />
            <v-text-field v-model.number="walk.buildingContinuous" label="of it continuous" suffix="A" type="number" min="0" :error-messages="tried ? wrong.buildingContinuous : ''" />
          </div>
        </template>
        <p v-for="line in shelf.notice" :key="line" class="danger" role="alert">{{ line }}</p>
        <div class="acts">
          <v-btn @click="open = false">Leave it</v-btn>
          <v-btn variant="flat" type="submit">Make the job</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
