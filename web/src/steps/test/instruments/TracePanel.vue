<script setup lang="ts">
import { computed, inject, nextTick, ref, watch } from 'vue'

import { deskKey, useDesk } from '@/stores/desk'

/** Which breaker feeds what, found one circuit after the other; each line fills the panel's directory. */
const desk = inject(deskKey, useDesk, true)
const panels = computed(() => (desk.job?.stations ?? []).map((station, at) => ({ station, at })).filter((p) => p.station.panel?.circuits.length))
const chosen = ref<string | null>(null)
const panel = computed(() => panels.value.find((p) => p.station.id === chosen.value) ?? null)
const circuits = computed(() => (panel.value?.station.panel?.circuits ?? []).map((circuit, at) => ({ circuit, at })).sort((a, b) => (a.circuit.space ?? 99) - (b.circuit.space ?? 99)))
const still = computed(() => circuits.value.filter((c) => !c.circuit.name.trim()).length)
const typed = ref<Record<string, string>>({})
watch(chosen, () => (typed.value = {}))

async function found(at: number, id: string, event: Event) {
  const name = typed.value[id]?.trim()
  const field = event.target as HTMLElement
  if (name === undefined || !panel.value || name === circuits.value.find((c) => c.circuit.id === id)?.circuit.name) return
  if (await desk.edit([{ op: 'add', path: `/stations/${panel.value.at}/panel/circuits/${at}/name`, value: name }])) {
    typed.value = Object.fromEntries(Object.entries(typed.value).filter(([key]) => key !== id))
    await nextTick()
    field.closest('li')?.nextElementSibling?.querySelector('input')?.focus()
  }
}
</script>

<template>
  <section v-if="panels.length" aria-label="Find circuits">
    <h2 class="cap">Find circuits</h2>
    <v-select v-model="chosen" aria-label="Panel" placeholder="Switch one off, walk, write down what went dead" :items="panels.map((p) => ({ value: p.station.id, words: p.station.name }))" />
    <template v-if="panel">
      <p class="narrow quiet">{{ still ? `${still} without a name.` : 'Every one has a name.' }} What is written here stands in the panel's directory.</p>
      <ol><li v-for="c in circuits" :key="c.circuit.id"><span class="mono">{{ c.circuit.space ?? '—' }}{{ c.circuit.half ?? '' }}</span><v-text-field :model-value="typed[c.circuit.id] ?? c.circuit.name" maxlength="80" :aria-label="`Feeds, space ${c.circuit.space ?? c.circuit.id}`" @update:model-value="(name: string) => (typed[c.circuit.id] = name)" @keydown.enter="found(c.at, c.circuit.id, $event)" @change="found(c.at, c.circuit.id, $event)" /></li></ol>
    </template>
  </section>
</template>

<style scoped>
section { margin-bottom: 16px; }
p { margin: 3px 0; font-size: 15px; }
ol { list-style: none; margin: 4px 0; padding: 0; max-height: 300px; overflow-y: auto; }
li { display: grid; grid-template-columns: 34px 1fr; align-items: center; border-bottom: 1px solid var(--rule); }
li .mono { font-size: 12.5px; }
</style>
