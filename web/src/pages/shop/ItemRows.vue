<script setup lang="ts" generic="T extends { name: string }">
import { computed } from 'vue'

import ShopCell from './ShopCell.vue'
import { vHeld } from '@/fields/entry/held'
import { numberIn } from '@/fields/entry/number'
import { useShop } from '@/stores/shop'

/** A column of a list: words, a figure, yes or no, or one of a few. */
export interface Column {
  key: string
  label: string
  kind: 'words' | 'figure' | 'switch' | 'choice'
  choices?: readonly { value: string | number | null; words: string }[]
}
const props = defineProps<{ what: string; wanted: string; items: readonly T[]; columns: readonly Column[]; blank: Omit<T, 'name'>; change: (work: (items: T[]) => T[]) => void }>()
const shop = useShop()
const rows = computed(() => props.items.filter((item) => item.name.toLowerCase().includes(props.wanted.toLowerCase())))

function of(item: T, key: string): unknown {
  return (item as Record<string, unknown>)[key]
}

function set(name: string, fields: Record<string, unknown>) {
  props.change((items) => items.map((item) => (item.name === name ? { ...item, ...fields } : item)))
}

function figure(typed: string): number | string | null {
  if (typed.trim() === '') return null
  const value = numberIn(typed)
  // What is no number goes as it was typed, and is refused in words.
  return Number.isFinite(value) ? value : typed
}

function add() {
  let name = `New ${props.what}`
  for (let n = 2; props.items.some((i) => i.name === name); n++) name = `New ${props.what} ${n}`
  props.change((items) => [{ ...props.blank, name } as T, ...items])
}
</script>

<template>
  <div class="wide">
    <table class="rows">
      <thead><tr class="narrow"><th>Name</th><th v-for="c in columns" :key="c.key" :class="{ right: c.kind === 'figure' }">{{ c.label }}</th><th><v-btn @click="add">Add a row</v-btn></th></tr></thead>
      <tbody>
        <tr v-for="item in rows" :key="item.name">
          <td><ShopCell :value="item.name" :label="`Name of ${item.name}`" :maxlength="80" @change="(name) => set(item.name, { name })" /></td>
          <td v-for="c in columns" :key="c.key" :class="{ right: c.kind === 'figure' }">
            <v-checkbox-btn v-if="c.kind === 'switch'" v-held="{ shown: of(item, c.key) === true, settled: shop.settled }" :model-value="of(item, c.key) === true" :aria-label="`${c.label}, ${item.name}`" @update:model-value="set(item.name, { [c.key]: !of(item, c.key) })" />
            <v-select v-else-if="c.kind === 'choice'" variant="plain" :model-value="of(item, c.key)" :aria-label="`${c.label}, ${item.name}`" :items="c.choices" @update:model-value="(value) => set(item.name, { [c.key]: value })" />
            <ShopCell v-else :figure="c.kind === 'figure'" :value="String(of(item, c.key) ?? '')" :label="`${c.label}, ${item.name}`" @change="(v) => set(item.name, { [c.key]: c.kind === 'figure' ? figure(v) : v })" />
          </td>
          <td><v-btn variant="text" class="narrow quiet" :aria-label="`Remove ${item.name}`" @click="change((items) => items.filter((i) => i.name !== item.name))">Remove</v-btn></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped src="./rows.css"></style>
<style scoped>
.wide { overflow-x: auto; }
.wide table { max-width: none; width: 100%; }
td:first-child { min-width: 178px; }
.wide :deep(.number) { width: 54px; }
.wide :deep(td input:not(.number, [type='checkbox'])) { min-width: 44px; }
.v-select { min-width: 98px; }
th { vertical-align: bottom; }
th.right { white-space: normal; }
</style>
