<script setup lang="ts">
import { computed } from 'vue'

import type { TableModel } from '@/api/types'

const props = defineProps<{ table: TableModel; read: Map<string, string[]>; jobName: string; wanted: string }>()

const doubtful = computed(() => new Set(props.table.doubtful.map(([row, column]) => `${row}|${column}`)))

function readers(row: string, column: string): string[] {
  return props.read.get(`${row}|${column}`) ?? []
}

function title(row: string, column: string): string {
  const lines = readers(row, column)
  const doubt = doubtful.value.has(`${row}|${column}`) ? ['check your copy: the sources did not agree on this cell'] : []
  return [...lines, ...doubt].join('\n')
}

function sought(row: string): boolean {
  const words = props.wanted.trim().toLowerCase()
  return words !== '' && row.toLowerCase() === words
}

function unit(column: string): string {
  const found = props.table.units[column] ?? ''
  return ['size', 'text', 'factor', 'share', 'count'].includes(found) ? '' : found.replace('in2', 'in²')
}

function words(cell: number | string | null): string {
  return cell === null ? '—' : typeof cell === 'number' ? cell.toLocaleString('en-US', { maximumFractionDigits: 6 }) : cell
}
</script>

<template>
  <section>
    <h2>{{ table.name }} · {{ table.title }}</h2>
    <p class="quiet">{{ table.edition }}, {{ table.section }}. {{ table.note }}</p>
    <p class="narrow keys">
      <span v-if="read.size"><i class="swatch used" /> read by {{ jobName }} ({{ read.size }} cells)</span>
      <span v-else-if="jobName" class="quiet">not read by {{ jobName }}</span>
      <span v-if="doubtful.size"><i class="swatch doubt" /> check your copy</span>
    </p>
    <table>
      <thead class="narrow">
        <tr>
          <th>{{ table.key.replaceAll('_', ' ') }} <small>{{ unit(table.key) }}</small></th>
          <th v-for="column in table.columns" :key="column">{{ column.replaceAll('_', ' ') }} <small>{{ unit(column) }}</small></th>
        </tr>
      </thead>
      <tbody class="mono">
        <tr v-for="row in table.rows" :key="String(row[0])" :class="{ sought: sought(String(row[0])) }">
          <th scope="row">{{ row[0] }}</th>
          <td
            v-for="(column, i) in table.columns" :key="column" :title="title(String(row[0]), column)"
            :class="{ used: readers(String(row[0]), column).length, doubt: doubtful.has(`${row[0]}|${column}`) }"
          >{{ words(row[i + 1]) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="read.size">
      <h3 class="cap">Read by {{ jobName }}</h3>
      <ul class="readers narrow">
        <li v-for="[cell, who] in read" :key="cell"><b class="mono">{{ cell.replace('|', ' · ') }}</b> {{ who.join('; ') }}</li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
h2 { font-size: 18px; }
h3 { margin: 18px 0 4px; }
p { margin: 4px 0 8px; max-width: 90ch; }
.keys { display: flex; gap: 18px; font-size: 15px; }
.swatch { display: inline-block; width: 14px; height: 12px; margin-right: 4px; }
table { border-collapse: collapse; font-size: 13px; }
th, td { padding: 2.5px 12px 2.5px 8px; border-bottom: 1px solid var(--rule); text-align: right; white-space: nowrap; }
thead th { position: sticky; top: -16px; background: var(--paper); border-bottom: 1px solid var(--ink); font-size: 14px; }
thead small { color: var(--quiet); font-weight: 400; }
th[scope='row'], thead th:first-child { text-align: left; }
.used { background: var(--ink); color: var(--paper); font-weight: 600; }
.doubt { box-shadow: inset 0 -3px 0 var(--caution); }
.sought th, .sought td:not(.used) { background: var(--soft); }
.readers { columns: 2; padding-left: 16px; font-size: 15px; }
</style>
