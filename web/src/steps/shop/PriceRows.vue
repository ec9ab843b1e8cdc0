<script setup lang="ts">
import { computed } from 'vue'

import type { PriceItem } from '@/api/types'
import { useShop } from '@/stores/shop'

const props = defineProps<{ wanted: string }>()
const shop = useShop()
const rows = computed(() => shop.prices.map((item, at) => ({ item, at })).filter((r) => r.item.name.toLowerCase().includes(props.wanted.toLowerCase())))

function set(at: number, fields: Partial<PriceItem>) {
  void shop.savePrices(shop.prices.map((item, i) => (i === at ? { ...item, ...fields } : item)))
}

function setPrice(at: number, event: Event) {
  set(at, { price: Number((event.target as HTMLInputElement).value), dated: new Date().toISOString().slice(0, 10) })
}
</script>

<template>
  <table class="rows">
    <thead><tr class="narrow"><th>Part</th><th class="right">Price, $</th><th>Per</th><th>As of</th><th /></tr></thead>
    <tbody>
      <tr v-for="{ item, at } in rows" :key="item.name">
        <td class="mono">{{ item.name }}</td>
        <td class="right"><input class="mono number" :value="item.price.toFixed(2)" :aria-label="`Price of ${item.name}`" inputmode="decimal" @change="setPrice(at, $event)" /></td>
        <td class="narrow">{{ item.unit === 'ft' ? 'foot' : 'piece' }}</td>
        <td class="mono quiet">{{ item.dated }}</td>
        <td><button class="plain narrow quiet" :aria-label="`Take ${item.name} off the list`" @click="shop.savePrices(shop.prices.filter((_, i) => i !== at))">take off</button></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./rows.css"></style>
