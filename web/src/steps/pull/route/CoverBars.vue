<script setup lang="ts">
import { computed } from 'vue'

import { usePullDesk } from '../key'
import FigureButton from '@/figures/FigureButton.vue'
import { list } from '@/stores/words'

const pull = usePullDesk()
const { run, leg, instead } = pull
const costs = computed(() => new Map(instead.value?.ways.map((w) => [w.title, w.more])))
const PLACES = list<string>('cover_locations')
const deepest = computed(() => Math.max(...(leg.value?.ways ?? []).map((w) => Number(w.cover.value)), 1))

function take(raceway: string) {
  void pull.desk.setCable({ raceway })
}
</script>

<template>
  <section v-if="leg?.ways.length" class="ways" aria-label="Cover here">
    <h2 class="cap">Cover here</h2>
    <p class="narrow quiet">{{ PLACES.find((p) => p.value === leg?.under)?.words }}</p>
    <ul>
      <li v-for="w in leg.ways" :key="w.title" :class="{ own: w.own, shut: !w.open }">
        <span class="hole" aria-hidden="true"><span :style="{ height: `${(Number(w.cover.value) / deepest) * 74}px` }" /></span>
        <FigureButton :figure="w.cover" :title="`cover, ${w.title}`" :places="0" />
        <b class="narrow">{{ w.title }}</b>
        <span class="narrow quiet">{{ w.own ? 'this run' : w.consequence || ' ' }}</span>
        <FigureButton v-if="!w.own && costs.get(w.title)" :figure="costs.get(w.title)" :title="`cost of ${w.title} against this run`" :prefix="Number(costs.get(w.title)?.value) > 0 ? '+' : ''" none="no price" class="cost" />
        <v-btn v-if="w.open && !w.own && w.raceway !== run?.cable.raceway && w.raceway !== 'none'" @click="take(w.raceway)">Take it</v-btn>
      </li>
    </ul>
  </section>
</template>

<style scoped>
p { margin: 0; }
ul { display: flex; gap: 10px 8px; list-style: none; margin: 6px 0 0; padding: 0; flex-wrap: wrap; align-items: flex-start; }
li { display: grid; justify-items: center; text-align: center; width: 78px; gap: 1px; font-size: 15px; line-height: 1.15; }
.hole { height: 78px; width: 56px; border-top: 2px solid var(--ink); display: flex; justify-content: center; }
.hole span { width: 18px; background: var(--rule); border: 1px solid var(--ink); border-top: 0; }
.own .hole span { background: var(--ink); }
.own b { color: var(--ink); }
.shut .hole span { background: none; border-style: dashed; }
b { font-weight: 500; }
.own b, .own :deep(.figure) { font-weight: 700; }
.quiet { font-size: 13px; }
.cost { font-size: 12.5px; }
.v-btn { --v-btn-height: 22px; font-size: 13px; padding: 0 6px; margin-top: 3px; }
</style>
