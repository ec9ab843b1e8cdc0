<script setup lang="ts">
import type { Ran } from './readings'

/** What ran while something was read: asked, never taken for granted. What was said stays for the next reading. */
defineProps<{ stations: readonly { id: string; name: string }[]; said: (pointer: string) => string | undefined }>()
const ran = defineModel<Ran>({ required: true })
const put = (more: Partial<Ran>) => (ran.value = { ...ran.value, ...more })
const LOADS = [
  { value: 'as-was', words: 'as it was: the house as it stood' },
  { value: 'off', words: 'all off: every load, or every breaker but the main' },
  { value: 'these', words: 'so much of the loads, by what runs' },
  { value: 'main-off', words: 'the main is off' },
] as const
</script>

<template>
  <v-select :model-value="ran.load || null" label="What ran" placeholder="say what ran meanwhile" :items="LOADS" :error-messages="said('/load')" @update:model-value="(load) => put({ load })" />
  <v-text-field v-if="ran.load === 'these'" :model-value="ran.share" class="mono" inputmode="decimal" label="Share of the loads that ran" suffix="% ran" :error-messages="said('/share')" @update:model-value="(share: string) => put({ share })" />
  <template v-if="ran.load && ran.load !== 'main-off'">
    <v-text-field :model-value="ran.extra" class="mono" inputmode="decimal" placeholder="0" label="Test load" suffix="A on leg A" :error="!!said('/extra_a')" @update:model-value="(extra: string) => put({ extra })" />
    <v-select :model-value="ran.extraAt" label="Test load at" :items="[{ value: '', words: 'nowhere' }, ...stations.map((s) => ({ value: s.id, words: s.name }))]" @update:model-value="(extraAt) => put({ extraAt })" />
  </template>
</template>

<style scoped src="./reading.css"></style>
