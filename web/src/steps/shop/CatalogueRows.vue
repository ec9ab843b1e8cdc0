<script setup lang="ts">
import { computed } from 'vue'

import type { CatalogueItem } from '@/api/types'
import { APPLIANCE_KINDS } from '@/fields/choices'
import { useShop } from '@/stores/shop'

const props = defineProps<{ wanted: string }>()
const shop = useShop()
const rows = computed(() => shop.catalogue.map((item, at) => ({ item, at })).filter((r) => r.item.name.toLowerCase().includes(props.wanted.toLowerCase())))

function set(at: number, fields: Partial<CatalogueItem>) {
  void shop.saveCatalogue(shop.catalogue.map((item, i) => (i === at ? { ...item, ...fields } : item)))
}

function figure(at: number, unit: 'va' | 'amps', event: Event) {
  const value = Number((event.target as HTMLInputElement).value)
  set(at, unit === 'va' ? { va: value, amps: null } : { va: null, amps: value })
}

function add() {
  let name = 'New appliance'
  for (let n = 2; shop.catalogue.some((i) => i.name === name); n++) name = `New appliance ${n}`
  void shop.saveCatalogue([{ name, kind: 'fastened', volts: 120, va: 1000, amps: null, motor: false, continuous: false }, ...shop.catalogue])
}

function text(event: Event): string {
  return (event.target as HTMLInputElement).value
}
</script>

<template>
  <table class="rows">
    <thead><tr class="narrow"><th>Appliance</th><th>Counts as</th><th>Poles</th><th class="right">VA</th><th class="right">or A</th><th>Motor</th><th>3 h or more</th><th><button class="ink-button" @click="add">Add a row</button></th></tr></thead>
    <tbody>
      <tr v-for="{ item, at } in rows" :key="item.name">
        <td><input :value="item.name" :aria-label="`Name of ${item.name}`" maxlength="80" @change="set(at, { name: text($event) })" /></td>
        <td><select :value="item.kind" :aria-label="`Kind of ${item.name}`" @change="set(at, { kind: text($event) as CatalogueItem['kind'] })"><option v-for="k in APPLIANCE_KINDS" :key="k.value" :value="k.value">{{ k.words }}</option></select></td>
        <td><select :value="item.volts" :aria-label="`Poles of ${item.name}`" @change="set(at, { volts: Number(text($event)) as CatalogueItem['volts'] })"><option :value="120">1</option><option :value="240">2</option></select></td>
        <td class="right"><input class="mono number" :value="item.va ?? ''" :aria-label="`VA of ${item.name}`" inputmode="decimal" @change="figure(at, 'va', $event)" /></td>
        <td class="right"><input class="mono number" :value="item.amps ?? ''" :aria-label="`Amperes of ${item.name}`" inputmode="decimal" @change="figure(at, 'amps', $event)" /></td>
        <td><input type="checkbox" :checked="item.motor" :aria-label="`${item.name} has a motor`" @change="set(at, { motor: !item.motor })" /></td>
        <td><input type="checkbox" :checked="item.continuous" :aria-label="`${item.name} runs three hours or more`" @change="set(at, { continuous: !item.continuous })" /></td>
        <td><button class="plain narrow quiet" :aria-label="`Take ${item.name} off the list`" @click="shop.saveCatalogue(shop.catalogue.filter((_, i) => i !== at))">take off</button></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./rows.css"></style>
