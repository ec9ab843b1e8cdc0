<script setup lang="ts">
import { computed } from 'vue'

import type { CatalogueItem } from '@/api/types'
import { APPLIANCE_KINDS } from '@/fields/choices'
import ShopCell from './ShopCell.vue'
import { vHeld } from '@/fields/entry/held'
import { numberIn } from '@/fields/entry/number'
import { useShop } from '@/stores/shop'

const props = defineProps<{ wanted: string }>()
const shop = useShop()
const rows = computed(() => shop.catalogue.filter((item) => item.name.toLowerCase().includes(props.wanted.toLowerCase())))

function set(name: string, fields: Partial<CatalogueItem>) {
  void shop.changeCatalogue((items) => items.map((item) => (item.name === name ? { ...item, ...fields } : item)))
}

function figure(name: string, unit: 'va' | 'amps', typed: string) {
  const value = numberIn(typed)
  set(name, unit === 'va' ? { va: value, amps: null } : { va: null, amps: value })
}

function add() {
  let name = 'New appliance'
  for (let n = 2; shop.catalogue.some((i) => i.name === name); n++) name = `New appliance ${n}`
  const item: CatalogueItem = { name, kind: 'fastened', across: 'neutral', va: 1000, amps: null, motor: false, continuous: false }
  void shop.changeCatalogue((items) => [item, ...items])
}

const POLES: { value: CatalogueItem['across']; words: string }[] = [{ value: 'neutral', words: '1' }, { value: 'lines', words: '2' }]
</script>

<template>
  <table class="rows">
    <thead><tr class="narrow"><th>Appliance</th><th>Counts as</th><th>Poles</th><th class="right">VA</th><th class="right">or A</th><th>Motor</th><th>3 h or more</th><th><v-btn @click="add">Add a row</v-btn></th></tr></thead>
    <tbody>
      <tr v-for="item in rows" :key="item.name">
        <td><ShopCell :value="item.name" :label="`Name of ${item.name}`" :maxlength="80" @change="(name) => set(item.name, { name })" /></td>
        <td><v-select variant="plain" :model-value="item.kind" :aria-label="`Kind of ${item.name}`" :items="APPLIANCE_KINDS" @update:model-value="(kind) => set(item.name, { kind })" /></td>
        <td><v-select variant="plain" :model-value="item.across ?? 'lines'" :aria-label="`Poles of ${item.name}`" :items="POLES" @update:model-value="(across) => set(item.name, { across })" /></td>
        <td class="right"><ShopCell figure :value="String(item.va ?? '')" :label="`VA of ${item.name}`" @change="(v) => figure(item.name, 'va', v)" /></td>
        <td class="right"><ShopCell figure :value="String(item.amps ?? '')" :label="`Amperes of ${item.name}`" @change="(v) => figure(item.name, 'amps', v)" /></td>
        <td><v-checkbox-btn v-held="{ shown: item.motor, settled: shop.settled }" :model-value="item.motor" :aria-label="`${item.name} has a motor`" @update:model-value="set(item.name, { motor: !item.motor })" /></td>
        <td><v-checkbox-btn v-held="{ shown: item.continuous, settled: shop.settled }" :model-value="item.continuous" :aria-label="`${item.name} runs three hours or more`" @update:model-value="set(item.name, { continuous: !item.continuous })" /></td>
        <td><v-btn variant="text" class="narrow quiet" :aria-label="`Remove ${item.name}`" @click="shop.changeCatalogue((items) => items.filter((i) => i.name !== item.name))">Remove</v-btn></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./rows.css"></style>
