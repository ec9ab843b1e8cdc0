<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { figureText } from './write'
import type { LoadMethod, Place, PlaceLoad } from '@/api/types'
import { useView } from '@/stores/view'
import { term } from '@/stores/words'

const props = defineProps<{ place: Place; load: PlaceLoad }>()
const view = useView()
const figure = ref<HTMLElement | null>(null)
const { width: wide } = useElementSize(figure, { width: 1140, height: 0 })
const barWidth = computed(() => (wide.value > 640 ? wide.value - 288 : wide.value - 72))
const longest = computed(() => Math.max(...props.load.methods.map((m) => Number(m.total_va.value))))

function segments(method: LoadMethod) {
  return method.lines.map((line) => {
    const share = Number(line.va.value) / longest.value
    // A name that would be cut off is left to the pointer and the columns below.
    return { line, width: 100 * share, named: share * barWidth.value > 14 + 5.9 * line.name.length }
  })
}
</script>

<template>
  <figure ref="figure" :aria-label="`Load of ${place.name} by each method`">
    <div v-for="m in load.methods" :key="m.id" class="row" :class="{ governs: m.id === load.governs, barred: !m.may_be_used }">
      <span class="name"><b>{{ m.name }}</b> <span class="narrow quiet">{{ m.id === load.governs ? 'in force' : m.may_be_used ? '' : 'may not be used' }}</span></span>
      <span class="bar">
        <button
          v-for="s in segments(m)" :key="s.line.name" class="plain segment narrow" :style="{ width: `${s.width}%` }"
          :title="`${s.line.name}: ${figureText(s.line.va)}`" :aria-label="`${s.line.name}: ${figureText(s.line.va)}`"
          @click="view.show(s.line.name, s.line.va)"
        ><span v-if="s.named">{{ s.line.name }}</span></button>
      </span>
      <span class="mono amps">{{ figureText(m.amps, 0) }}</span>
    </div>
    <figcaption class="narrow quiet">VA by line, one scale for all methods; at the right: {{ term('heavier').toLowerCase() }}</figcaption>
  </figure>
</template>

<style scoped>
figure { margin: 0; padding: 12px 14px 8px; }
.row { display: grid; grid-template-columns: 200px minmax(0, 1fr) 64px; align-items: center; gap: 12px; padding: 3px 0; }
.name { line-height: 1.15; }
.bar { display: flex; height: 30px; }
.segment { display: flex; align-items: center; overflow: hidden; padding: 0 5px; border: 1px solid var(--ink); border-left-width: 0; background: var(--soft); font-size: 14px; white-space: nowrap; }
.segment:first-child { border-left-width: 1px; }
.segment:hover { background: var(--paper); }
.governs .segment { background: var(--ink); color: var(--paper); border-color: var(--paper); }
.governs .segment:hover { background: var(--good); }
.barred { opacity: 0.55; }
.barred .segment { border-style: dashed; }
.amps { font-size: 16px; text-align: right; }
.governs .amps { font-weight: 600; }
figcaption { font-size: 13px; margin-left: 212px; }
@media screen and (max-width: 700px) {
  .row { grid-template-columns: minmax(0, 1fr) 60px; }
  .name { grid-column: 1 / 3; }
  figcaption { margin-left: 0; }
}
</style>
