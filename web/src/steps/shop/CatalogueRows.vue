<script setup lang="ts">
import { computed } from 'vue'

import type { CatalogueItem } from '@/api/types'
import { APPLIANCE_KINDS } from '@/fields/choices'
import ShopCell from './ShopCell.vue'
import { vHeld } from '@/fields/held'
import { numberIn } from '@/fields/number'
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
  const item: CatalogueItem = { name, kind: 'fastened', volts: 120, va: 1000, amps: null, motor: false, continuous: false }
  void shop.changeCatalogue((items) => [item, ...items])
}

function text(event: Event): string {
  return (event.target as HTMLInputElement).value
}
</script>

<template>
  <table class="rows">
    <thead><tr class="narrow"><th>Appliance</th><th>Counts as</th><th>Poles</th><th class="right">VA</th><th class="right">or A</th><th>Motor</th><th>3 h or more</th><th><button class="ink-button" @click="add">Add a row</button></th></tr></thead>
    <tbody>
      <tr v-for="item in rows" :key="item.name">
        <td><ShopCell :value="item.name" :label="`Name of ${item.name}`" :maxlength="80" @change="(name) => set(item.name, { name })" /></td>
        <td><select v-held="{ shown: item.kind, settled: shop.settled }" :aria-label="`Kind of ${item.name}`" @change="set(item.name, { kind: text($event) as CatalogueItem['kind'] })"><option v-for="k in APPLIANCE_KINDS" :key="k.value" :value="k.value">{{ k.words }}</option></select></td>
        <td><select v-held="{ shown: item.volts ?? 240, settled: shop.settled }" :aria-label="`Poles of ${item.name}`" @change="set(item.name, { volts: Number(text($event)) as CatalogueItem['volts'] })"><option :value="120">1</option><option :value="240">2</option></select></td>
        <td class="right"><ShopCell figure :value="String(item.va ?? '')" :label="`VA of ${item.name}`" @change="(v) => figure(item.name, 'va', v)" /></td>
        <td class="right"><ShopCell figure :value="String(item.amps ?? '')" :label="`Amperes of ${item.name}`" @change="(v) => figure(item.name, 'amps', v)" /></td>
        <td><input v-held="{ shown: item.motor, settled: shop.settled }" type="checkbox" :aria-label="`${item.name} has a motor`" @change="set(item.name, { motor: !item.motor })" /></td>
        <td><input v-held="{ shown: item.continuous, settled: shop.settled }" type="checkbox" :aria-label="`${item.name} runs three hours or more`" @change="set(item.name, { continuous: !item.continuous })" /></td>
        <td><button class="plain narrow quiet" :aria-label="`take off ${item.name}`" @click="shop.changeCatalogue((items) => items.filter((i) => i.name !== item.name))">take off</button></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./rows.css"></style>
