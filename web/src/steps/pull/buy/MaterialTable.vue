<script setup lang="ts">
import { computed } from 'vue'

import type { MaterialList } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'
import { written } from '@/figures/write'

type Line = MaterialList['lines'][number]
const props = defineProps<{ lines: readonly Line[]; still: boolean }>()
const groups = computed(() => {
  const found = new Map<string, Line[]>()
  for (const line of props.lines) {
    if (props.still && !(line.buy > 0)) continue
    found.set(line.group, [...(found.get(line.group) ?? []), line])
  }
  return found
})

function amount(value: number, line: Line): string {
  return written(Math.round(value * 100) / 100, line.unit, line.unit === 'pc' ? 0 : undefined)
}
function bought(line: Line): string {
  if (line.comes_with) return `comes with ${line.comes_with}`
  return line.buy > 0 ? amount(line.buy, line) : 'have it'
}
</script>

<template>
  <table v-for="[group, rows] in groups" :key="group" class="rows">
    <caption class="cap">{{ group }}</caption>
    <thead><tr class="narrow"><th>Part</th><th class="right">Counted</th><th class="right van">In the van</th><th class="right">To buy</th><th class="right each">Each</th><th class="right">Cost</th></tr></thead>
    <tbody>
      <tr v-for="line in rows" :key="`${line.name} ${line.comes_with}`">
        <td class="narrow part">{{ line.name }}</td>
        <td class="right"><FigureButton :figure="line.quantity" :title="line.name" :places="line.quantity.value !== null && Number(line.quantity.value) < 10 ? 1 : 0" /></td>
        <td class="mono right quiet van">{{ line.van > 0 ? amount(line.van, line) : '' }}</td>
        <td class="mono right buy" :class="{ quiet: !(line.buy > 0) }">{{ bought(line) }}<span v-if="line.bought" class="narrow quiet as">{{ line.bought }}</span></td>
        <td class="mono right quiet each">{{ line.price === null ? '' : `$${line.price.toFixed(2)}` }}</td>
        <td class="right"><FigureButton v-if="!line.comes_with" :figure="line.cost" :title="`cost of ${line.name}`" none="no price" :class="{ danger: line.cost.value === null }" /></td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table { width: 100%; border-collapse: collapse; margin-bottom: 14px; table-layout: fixed; }
caption { text-align: left; padding: 6px 0 2px; }
th { font-weight: 500; color: var(--quiet); font-size: 14px; text-align: left; padding: 0 6px 2px 0; }
td { border-top: 1px solid var(--rule); padding: 2px 6px 2px 0; font-size: 13px; vertical-align: baseline; }
.part { font-size: 15.5px; line-height: 1.15; }
.right { text-align: right; }
.as { margin-left: 6px; font-size: 14px; white-space: normal; }
th:nth-child(1) { width: 38%; }
th:nth-child(2), .van { width: 11%; }
th:nth-child(4) { width: 21%; }
.each { width: 9%; }
@media screen and (max-width: 700px) {
  .van, .each { display: none; }
  th:nth-child(1) { width: 42%; }
  th:nth-child(2) { width: 17%; }
  th:nth-child(4) { width: 25%; }
}
</style>
