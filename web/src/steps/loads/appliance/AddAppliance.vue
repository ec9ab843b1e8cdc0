<script setup lang="ts">
import { computed, nextTick, reactive, ref, toRef, watch } from 'vue'

import { newAppliance } from './newAppliance'
import { useEdited } from '../useEdited'
import type { Appliance, CatalogueItem } from '@/api/types'
import { APPLIANCE_KINDS } from '@/fields/choices'
import { amount } from '@/pages/jobs/building'
import { useDesk } from '@/stores/desk'
import { useShop } from '@/stores/shop'
import { list } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ added: [at: number] }>()
const desk = useDesk()
const shop = useShop()
const { place, addAppliances } = useEdited(toRef(props, 'placeId'))

const ACROSS = list<Appliance['across']>('appliance_across')
const blank = { name: '', kind: 'fastened' as Appliance['kind'], figure: null as number | null, unit: 'VA' as 'VA' | 'A', across: 'lines' as Appliance['across'], count: 1 as number | null, motor: false, continuous: false }
const form = reactive({ ...blank })
const tried = ref(false)
const picked = ref<CatalogueItem | null>(null)
const listed = ref(false)
const sought = ref('')
const wrong = computed(() => ({
  name: form.name.trim() ? '' : 'Give it a name',
  figure: (amount(form.figure) ?? 0) > 0 ? '' : 'Its nameplate, more than 0',
  count: Number.isInteger(form.count) && (form.count ?? 0) > 0 ? '' : 'A whole number, from 1',
}))

watch(open, (now) => {
  if (!now) return
  Object.assign(form, blank)
  picked.value = null
  if (!shop.catalogue.length) void shop.load()
  tried.value = false
})

// A field in focus whose list comes late opens it unasked, over the button below.
watch(() => shop.catalogue, () => nextTick(() => (listed.value = sought.value !== '')))

watch(picked, (item) => {
  if (!item) return
  const { name, kind, across, motor, continuous } = item
  Object.assign(form, { name, kind, across, motor, continuous, figure: item.va ?? item.amps, unit: item.va === null ? 'A' : 'VA' })
})

async function add() {
  tried.value = true
  if (!place.value || Object.values(wrong.value).some(Boolean)) return
  const name = form.name.trim()
  const at = place.value.appliances.length
  const nameplate = form.unit === 'VA' ? { va: form.figure, amps: null } : { va: null, amps: form.figure }
  const plate = { name, kind: form.kind, across: form.across, motor: form.motor, continuous: form.continuous, ...nameplate }
  const appliance = newAppliance(plate, form.count ?? 1, place.value.appliances.map((a) => a.id))
  if (await addAppliances([appliance])) {
    open.value = false
    emit('added', at)
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Add an appliance" max-width="440">
    <v-card class="paper-form">
      <form novalidate @submit.prevent="add">
        <h2 class="cap">Add an appliance</h2>
        <v-autocomplete v-model="picked" v-model:menu="listed" v-model:search="sought" label="From the shop's catalogue" :items="shop.catalogue" item-title="name" return-object clearable autofocus />
        <v-text-field v-model="form.name" label="Name, as the customer says it" maxlength="80" :error-messages="tried ? wrong.name : ''" />
        <v-select v-model="form.kind" label="Kind" :items="APPLIANCE_KINDS" />
        <div class="pair">
          <v-text-field v-model.number="form.figure" label="Nameplate, each" :suffix="form.unit" type="number" min="0" :error-messages="tried ? wrong.figure : ''" />
          <v-select v-model="form.unit" label="Read in" :items="['VA', 'A']" />
        </div>
        <div class="pair">
          <v-select v-model="form.across" label="At" :items="ACROSS" />
          <v-text-field v-model.number="form.count" label="How many" type="number" min="1" :error-messages="tried ? wrong.count : ''" />
        </div>
        <p v-if="desk.notice && tried" class="danger" role="alert">{{ desk.notice }}: {{ desk.problems.map((p) => p.words).join('; ') }}</p>
        <div class="acts">
          <v-btn @click="open = false">Leave it</v-btn>
          <v-btn variant="flat" type="submit">Add it</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
