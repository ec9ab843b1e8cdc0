<script setup lang="ts">
import { numberIn } from '@/fields/entry/number'
import { list } from '@/stores/words'

interface Row {
  size: string
  count: number
  way?: string
  gangs?: number
}
const rows = defineModel<Row[]>({ required: true })
const props = defineProps<{ title: string; sizes: string; ways?: string; gangs?: boolean }>()
const SIZES = list<string>(props.sizes)
const WAYS = props.ways ? list<string>(props.ways) : null

function add() {
  const size = rows.value.at(-1)?.size ?? '12'
  rows.value.push(props.gangs ? { size, count: 1, gangs: 1 } : { size, count: 2, way: WAYS?.[0]?.value ?? 'ends' })
}

function whole(event: Event, least: number): number {
  const value = Math.round(numberIn((event.target as HTMLInputElement).value))
  return Number.isFinite(value) ? Math.max(least, value) : least
}
</script>

<template>
  <h3 class="cap">{{ title }}</h3>
  <div v-for="(row, i) in rows" :key="i" class="row narrow">
    <v-text-field class="mono right" inputmode="numeric" :model-value="row.count" :aria-label="`How many, ${title}`" @change="row.count = whole($event, 0)" />
    <span>of</span>
    <v-select v-model="row.size" :aria-label="`Size, ${title}`" :items="SIZES" />
    <v-select v-if="WAYS" v-model="row.way" :aria-label="`What they do, ${title}`" :items="WAYS" />
    <template v-if="gangs">gangs <v-text-field class="mono right" inputmode="numeric" :model-value="row.gangs" aria-label="Gangs" @change="row.gangs = whole($event, 1)" /></template>
    <v-btn variant="text" class="quiet" :aria-label="`Remove this row of ${title}`" @click="rows.splice(i, 1)">×</v-btn>
  </div>
  <v-btn variant="text" class="narrow add" @click="add">add a row</v-btn>
</template>

<style scoped>
h3.cap { margin: 10px 0 2px; font-size: 13px; }
.row { display: flex; gap: 8px; align-items: baseline; padding: 1px 0; font-size: 15.5px; }
.row .quiet { margin-left: auto; }
.v-select { width: 58px; }
.v-select + .v-select { flex: 0 1 130px; min-width: 0; }
.v-text-field:not(.v-select) { width: 36px; }
.add { text-decoration: underline; font-size: 15px; }
@media screen and (max-width: 700px) { .row { min-height: 42px; align-items: center; } }
</style>
