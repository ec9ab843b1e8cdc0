<script setup lang="ts">
import { usePanelDesk } from './usePanel'

const { desk, station, boards } = usePanelDesk()
</script>

<template>
  <v-select class="picked" :model-value="station?.id" aria-label="Panel" :items="boards" item-title="name" item-value="id" @update:model-value="(id: string) => desk.selectStation(id)" />
</template>

<style scoped>
.picked { font: 600 16px var(--narrow); }
</style>
