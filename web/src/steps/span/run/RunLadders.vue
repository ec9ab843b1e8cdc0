<script setup lang="ts">
import { computed, inject, ref, shallowRef, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { Ladder, Metal, RunAnswer, RunFigures } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'
import SizeLadder from '@/figures/ladder/SizeLadder.vue'
import { sizeText } from '@/figures/write'
import { deskKey, useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'
import { useWorkings } from '@/stores/workings'
import { term } from '@/stores/words'

const props = defineProps<{ answer: RunAnswer }>()
const desk = inject(deskKey, useDesk, true)
const view = useView()
const shown = ref<{ metal: Metal; size: string; figures: RunFigures } | null>(null)

const need = computed(() => Number(props.answer.figures.design.value ?? 0))
const chosen = computed(() => (props.answer.figures.size.value as string | null) ?? null)
const workings = useWorkings()
const ladders = shallowRef<Ladder[]>([])
let laddersOf = ''
// The ladders of a run come when it is opened; the ones before stand until they do.
watch(
  [() => props.answer.id, () => desk.key],
  async ([run, key]) => {
    if (laddersOf !== run) ladders.value = []
    laddersOf = run
    if (!key) return
    try {
      const found = await workings.run(key, run, desk.job)
      if (key === desk.key && run === props.answer.id) ladders.value = [...found.ladders].sort((a, b) => a.metal.localeCompare(b.metal))
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      desk.notice = error.message
    }
  },
  { immediate: true },
)
watch(
  () => props.answer,
  (now, before) => {
    const rung = shown.value
    if (!rung) return
    if (now.id === before.id && view.working?.figure === rung.figures.drop_pct) void explain(rung.metal, rung.size)
    else shown.value = null
  },
)

async function explain(metal: Metal, size: string) {
  if (!desk.job) return
  try {
    const { figures } = await answered(
      api.POST('/api/solve/working', { body: { job: desk.job, run: props.answer.id, metal, size } }),
    )
    shown.value = { metal, size, figures }
    view.show(`${sizeText(size, metal)}: drop`, figures.drop_pct)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    desk.notice = error.message
  }
}

function lock(metal: Metal, size: string) {
  const locked = desk.run?.locks.size === size && desk.run.cable.metal === metal
  void (locked ? desk.setLocks({ size: null }) : desk.setCable({ metal }, { size }))
}
</script>

<template>
  <section class="ladders" aria-label="Ladder">
    <header>
      <span class="narrow conductors">{{ answer.conductors || 'Not sized yet' }}</span>
      <span class="need narrow">need <FigureButton class="danger" :figure="answer.figures.design" title="design current" /></span>
    </header>
    <div class="two">
      <SizeLadder
        v-for="ladder in ladders" :key="ladder.metal" :ladder="ladder" :need="need" :own="ladder.metal === answer.metal" :chosen="ladder.metal === answer.metal ? chosen : null"
        :locked="!!desk.run?.locks.size" :shown="shown?.metal === ladder.metal ? shown.size : null" @explain="(s) => explain(ladder.metal, s)"
        @lock="(s) => lock(ladder.metal, s)"
      />
    </div>
    <p v-if="shown" class="rung-figures narrow">
      <b class="mono">{{ sizeText(shown.size, shown.metal) }}</b>
      <template v-if="shown.figures.allowed_ampacity">carries <FigureButton :figure="shown.figures.allowed_ampacity" :title="`${shown.size}: allowed`" />,</template>
      drops <FigureButton :figure="shown.figures.drop_pct" :title="`${shown.size}: drop`" />,
      {{ term('ground') }} <FigureButton v-if="shown.figures.equipment_ground" :figure="shown.figures.equipment_ground" :title="`${shown.size}: ${term('ground')}`" />,
      <template v-if="shown.figures.raceway">{{ term('raceway') }} <FigureButton :figure="shown.figures.raceway" :title="`${shown.size}: ${term('raceway')}`" />,</template>
      reaches <FigureButton :figure="shown.figures.max_length" :title="`${shown.size}: longest`" />,
      carries here <FigureButton :figure="shown.figures.max_amps" :title="`${shown.size}: most amps`" />
    </p>
  </section>
</template>

<style scoped>
.ladders { padding: 10px 10px; }
header { display: flex; justify-content: space-between; gap: 12px; align-items: baseline; padding-bottom: 6px; }
.conductors { font-size: 17px; font-weight: 600; }
.need { font-size: 15px; white-space: nowrap; }
.need .danger { font-weight: 600; }
.two { display: grid; grid-template-columns: repeat(auto-fit, minmax(288px, 1fr)); gap: 4px 16px; }
.rung-figures { margin: 10px 0 0; padding-top: 8px; border-top: 1px solid var(--rule); font-size: 15px; }
.rung-figures :deep(.figure) { font-size: 13px; }
</style>
