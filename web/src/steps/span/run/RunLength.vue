<script setup lang="ts">
import { computed, inject } from 'vue'

import { lengthSteps } from './length'
import type { Run } from '@/api/types'
import { vHeld } from '@/fields/entry/held'
import NumberField from '@/fields/NumberField.vue'
import { figureText } from '@/figures/write'
import { deskKey, useDesk } from '@/stores/desk'
import { footOf, useUnits } from '@/stores/units'

/** The one length of a run, where it comes from, and what its route measures where that is another. */
const props = defineProps<{ run: Run; base: string }>()
const desk = inject(deskKey, useDesk, true)
const units = useUnits()

const longest = computed(() => Math.max(100, Math.ceil((props.run.cable.length * 2) / 100) * 100))
const planned = computed(() => desk.solution?.routes.find((r) => r.run === props.run.id)?.length ?? null)
const differs = computed(() => planned.value !== null && Math.abs(Number(planned.value.value) - props.run.cable.length) > footOf(desk.job))

function set(length: number) {
  void desk.edit(lengthSteps(props.base, props.run, length))
}
function from(source: Run['length_from']) {
  void desk.edit([{ op: 'add', path: `${props.base}/length_from`, value: source }])
}
function slide(event: Event) {
  void desk.preview(lengthSteps(props.base, props.run, Number((event.target as HTMLInputElement).value)))
}
</script>

<template>
  <NumberField label="Length, one way" :value="run.cable.length" :unit="units.length.sign" :pointer="`${base}/cable/length`" @change="(v) => v !== null && set(v)" />
  <p v-if="run.length_from === 'route'" class="narrow quiet from">Measured along the route in Walk.</p>
  <p v-else-if="planned && differs" class="narrow from">
    {{ run.length_from === 'taped' ? 'Taped' : 'Entered' }}; the route in Walk measures {{ figureText(planned, 1) }}.
    <v-btn @click="from('route')">Use the route’s</v-btn>
    <v-btn v-if="run.length_from !== 'taped'" @click="from('taped')">Keep mine: it was taped</v-btn>
  </p>
  <div class="slide">
    <input v-held="{ shown: run.cable.length, settled: desk.settled }" type="range" min="5" :max="longest" step="5" aria-label="Slide the length" @input="slide" @change="set(Number(($event.target as HTMLInputElement).value))" />
  </div>
</template>

<style scoped>
.from { margin: 2px 0 4px; font-size: 15px; }
.slide { display: flex; align-items: center; gap: 8px; }
.slide input { flex: 1; accent-color: var(--ink); height: 16px; margin: 0; min-width: 0; }
/* Under a finger the page is scrolled, not the length. */
@media (pointer: coarse) {
  .slide { display: none; }
}
</style>
