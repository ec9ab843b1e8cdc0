<script setup lang="ts">
import { computed } from 'vue'

import { usePanelDesk, spaceText } from '../usePanel'
import { written } from '@/figures/write'

const panel = usePanelDesk()
const { answer, ordered, circuits, lifted, circuitId, solved, bad } = panel
const free = computed(() => {
  const taken = new Set(circuits.value.flatMap((c) => (c.space === null ? [] : c.poles === 2 ? [c.space, c.space + 2] : [c.space])))
  return answer.value?.drawing.spaces.filter((s) => !s.blocked && !taken.has(s.space)) ?? []
})

function tap(id: string, space: number | null) {
  const moved = lifted.value
  if (moved && moved !== id && space !== null) void put(space)
  else circuitId.value = id
}

async function put(space: number) {
  const id = lifted.value
  lifted.value = null
  if (id) await panel.moveTo(id, { space, half: null })
}
</script>

<template>
  <section v-if="answer" class="list" aria-label="Circuits">
    <p v-if="lifted" class="hand narrow" role="status">{{ circuits.find((c) => c.id === lifted)?.name || lifted }} is in the hand. Tap the row where it goes. <v-btn variant="text" @click="lifted = null">put it back</v-btn></p>
    <p v-if="panel.said.value" class="danger narrow" role="alert">{{ panel.said.value }}</p>
    <ul>
      <li v-for="c in ordered" :key="c.id" :class="{ here: c.id === circuitId, bad: bad.has(c.id), lifted: c.id === lifted }">
        <button class="plain row" @click="tap(c.id, c.space)">
          <span class="mono number">{{ spaceText(c) }}</span>
          <span class="narrow name">{{ solved.get(c.id)?.says }}</span>
          <span class="mono">{{ solved.get(c.id)?.breaker_a ?? '—' }} A</span>
          <span class="mono quiet">{{ solved.get(c.id)?.leg || '·' }}</span>
          <span class="mono quiet va">{{ written(solved.get(c.id)?.va.value, 'VA', 0) }}</span>
        </button>
        <v-btn class="lift" :disabled="c.locked" :aria-label="`Move ${c.name || c.id}`" @click="lifted = lifted === c.id ? null : c.id">{{ lifted === c.id ? 'back' : 'move' }}</v-btn>
      </li>
    </ul>
    <h3 class="cap">Free spaces</h3>
    <div class="free">
      <v-btn v-for="s in free" :key="s.space" @click="lifted ? put(s.space) : panel.addCircuit({ space: s.space, half: null })"><span class="visually-hidden">Space </span>{{ s.space }}<span class="visually-hidden">, free, leg</span> <span class="quiet">{{ s.leg }}</span></v-btn>
      <span v-if="!free.length" class="quiet narrow">none</span>
    </div>
  </section>
</template>

<style scoped>
.list { padding: 4px 0 10px; }
ul { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 1fr auto; align-items: center; gap: 8px; border-bottom: 1px solid var(--rule); }
.row { display: grid; grid-template-columns: 56px 1fr 52px 24px 82px; gap: 6px; align-items: center; min-height: 34px; width: 100%; padding-left: 6px; }
.name { font-size: 16px; }
.va { text-align: right; white-space: nowrap; font-size: 13px; }
.here { background: var(--soft); }
.bad .number { color: var(--danger); font-weight: 600; }
.lifted { outline: 2px dashed var(--good); }
.hand { padding: 4px 6px; background: var(--caution-soft); }
.free { display: flex; flex-wrap: wrap; gap: 6px; padding: 4px 0; }
h3.cap { margin: 8px 0 2px; font-size: 13px; }
@media screen and (max-width: 700px) {
  .row, .lift, .free .v-btn { min-height: 46px; }
  .row { grid-template-columns: 46px 1fr 44px 20px; }
  .va { display: none; }
  .free .v-btn { min-width: 56px; }
}
</style>
