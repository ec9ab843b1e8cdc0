<script setup lang="ts">
import { useDesk } from '@/stores/desk'
import { figureText } from '@/figures/write'

const selected = defineModel<string>({ required: true })
const desk = useDesk()

function amps(placeId: string): string {
  const load = desk.solution?.loads.find((l) => l.place === placeId)
  const method = load?.methods.find((m) => m.id === load.governs)
  return method ? figureText(method.amps, 0) : '—'
}
</script>

<template>
  <nav class="places" aria-label="Places">
    <h2 class="cap">Places</h2>
    <button
      v-for="place in desk.job?.places" :key="place.id" class="plain place" :class="{ here: place.id === selected }"
      :aria-current="place.id === selected" @click="selected = place.id"
    >
      <span>{{ place.name }}</span><span class="mono">{{ amps(place.id) }}</span>
    </button>
  </nav>
</template>

<style scoped>
.places { padding: 10px 0 8px; border-bottom: 1px solid var(--rule); }
h2 { padding: 0 14px 4px; }
.place { display: flex; justify-content: space-between; width: 100%; padding: 3px 12px 3px 14px; font-family: var(--narrow); font-size: 16px; }
.place .mono { font-size: 13px; }
.place:hover { background: var(--soft); }
.here, .here:hover { background: var(--ink); color: var(--paper); }
</style>
