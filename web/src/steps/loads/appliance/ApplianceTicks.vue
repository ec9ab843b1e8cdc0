<script setup lang="ts">
import { computed, onMounted, reactive, toRef } from 'vue'

import { newAppliance } from './newAppliance'
import { useEdited } from '../useEdited'
import { nameplateText } from './words'
import type { Appliance, CatalogueItem } from '@/api/types'
import { APPLIANCE_KINDS } from '@/fields/choices'
import { numberIn } from '@/fields/entry/number'
import { useShop } from '@/stores/shop'

/** The shop's catalogue as a list to tick: many at once, with counts. */
const props = defineProps<{ placeId: string }>()
const shop = useShop()
const { place, addAppliances } = useEdited(toRef(props, 'placeId'))
const many = reactive(new Map<string, number>())

const groups = computed(() =>
  APPLIANCE_KINDS.map((kind) => ({ ...kind, items: shop.catalogue.filter((item) => item.kind === kind.value) })).filter((g) => g.items.length),
)
const ticked = computed(() => shop.catalogue.filter((item) => (many.get(item.name) ?? 0) > 0))
const pieces = computed(() => ticked.value.reduce((sum, item) => sum + (many.get(item.name) ?? 0), 0))

onMounted(() => {
  if (!shop.catalogue.length) void shop.load()
})

function tick(item: CatalogueItem, on: boolean) {
  if (on) many.set(item.name, 1)
  else many.delete(item.name)
}

function count(item: CatalogueItem, typed: string) {
  const whole = Math.floor(numberIn(String(typed)))
  if (whole >= 1 && whole <= 100) many.set(item.name, whole)
}

async function add() {
  const taken = (place.value?.appliances ?? []).map((a) => a.id)
  const found: Appliance[] = []
  for (const item of ticked.value) {
    const made = newAppliance(item, many.get(item.name) ?? 1, taken)
    taken.push(made.id)
    found.push(made)
  }
  if (await addAppliances(found)) many.clear()
}
</script>

<template>
  <form class="ticks" aria-label="Tick what is there" @submit.prevent="add">
    <p class="lead">
      <span class="narrow quiet">Tick what {{ place?.name }} has, as many as you like; change a nameplate afterwards.</span>
      <v-btn variant="flat" type="submit" :disabled="!ticked.length">{{ ticked.length ? `Add ${pieces} piece${pieces > 1 ? 's' : ''}` : 'Add what is ticked' }}</v-btn>
    </p>
    <div class="columns">
      <fieldset v-for="group in groups" :key="group.value">
        <legend class="narrow">{{ group.words }}</legend>
        <div v-for="item in group.items" :key="item.name" class="row">
          <v-checkbox-btn class="what" :model-value="many.has(item.name)" :label="item.name" @update:model-value="(on) => tick(item, on === true)" />
          <v-text-field v-if="many.has(item.name)" class="mono right count" type="number" min="1" max="100" :model-value="many.get(item.name)" :aria-label="`How many: ${item.name}`" @update:model-value="(typed: string) => count(item, typed)" />
          <span class="mono quiet plate">{{ nameplateText({ ...item, count: 1 }) }}</span>
        </div>
      </fieldset>
    </div>
  </form>
</template>

<style scoped>
.lead { display: flex; justify-content: space-between; align-items: center; gap: 12px; margin: 4px 0 8px; flex-wrap: wrap; }
.columns { columns: 2 320px; column-gap: 28px; }
fieldset { margin: 0 0 10px; padding: 0; border: 0; break-inside: avoid; }
legend { width: 100%; padding: 0; border-bottom: 1px solid var(--ink); color: var(--quiet); font-size: 14px; }
.row { display: flex; align-items: baseline; gap: 8px; padding: 2px 0; border-bottom: 1px solid var(--rule); }
.what { flex: 1; min-width: 0; }
.plate { font-size: 12px; white-space: nowrap; }
.count { width: 56px; }
@media (pointer: coarse) { .row { padding: 8px 0; } }
</style>
