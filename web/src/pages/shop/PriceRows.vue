<script setup lang="ts">
import { computed } from 'vue'

import ShopCell from './ShopCell.vue'
import { sentNumber } from '@/fields/entry/number'
import { counted } from '@/figures/write'
import { useShop } from '@/stores/shop'

const props = defineProps<{ wanted: string }>()
const shop = useShop()
// A list of thousands is searched, not scrolled.
const MOST = 200
const found = computed(() => shop.prices.filter((item) => item.name.toLowerCase().includes(props.wanted.toLowerCase())))
const rows = computed(() => found.value.slice(0, MOST))

function setPrice(name: string, typed: string) {
  const fields = { price: sentNumber(typed), dated: new Date().toISOString().slice(0, 10) }
  void shop.changePrices((items) => items.map((item) => (item.name === name ? { ...item, ...fields } : item)))
}
</script>

<template>
  <table class="rows">
    <thead><tr class="narrow"><th>Part</th><th class="right">Price, $</th><th>Per</th><th>As of</th><th><span class="visually-hidden">Remove</span></th></tr></thead>
    <tbody>
      <tr v-for="item in rows" :key="item.name">
        <td class="mono">{{ item.name }}</td>
        <td class="right"><ShopCell figure :value="item.price.toFixed(2)" :label="`Price of ${item.name}`" @change="(v) => setPrice(item.name, v)" /></td>
        <td class="narrow">{{ item.unit === 'ft' ? 'foot' : 'piece' }}</td>
        <td class="mono quiet">{{ item.dated }}</td>
        <td><v-btn variant="text" class="narrow quiet" :aria-label="`Remove ${item.name}`" @click="shop.changePrices((items) => items.filter((i) => i.name !== item.name))">Remove</v-btn></td>
      </tr>
    </tbody>
  </table>
  <p v-if="found.length > MOST" class="narrow quiet">And {{ counted(found.length - MOST, 'price') }} more: type into Find what you look for.</p>
</template>

<style scoped src="./rows.css"></style>
