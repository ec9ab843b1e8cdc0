<script setup lang="ts">
import { usePanelDesk } from './usePanel'

const { desk, station, boards } = usePanelDesk()
</script>

<template>
  <select :value="station?.id" aria-label="Panel" @change="desk.selectStation(($event.target as HTMLSelectElement).value)"><option v-for="s in boards" :key="s.id" :value="s.id">{{ s.name }}</option></select>
</template>

<style scoped>
select { width: 100%; padding: 6px 4px; border: 1px solid var(--ink); background: none; color: var(--ink); font: 600 16px var(--narrow); }
option { background: var(--paper); color: var(--ink); }
@media screen and (max-width: 700px) { select { min-height: 44px; } }
</style>
