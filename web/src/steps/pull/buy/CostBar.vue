<script setup lang="ts">
import { computed } from 'vue'

import { written } from '@/figures/write'

/** What a job costs, part by part, as one bar. */
const props = defineProps<{ parts: readonly { name: string; cost: number }[] }>()
const whole = computed(() => props.parts.reduce((sum, p) => sum + p.cost, 0))
const shown = computed(() => props.parts.filter((p) => p.cost > 0).map((p) => ({ ...p, share: (100 * p.cost) / whole.value })))
</script>

<template>
  <ul v-if="whole > 0" class="bar" aria-label="Where the money goes">
    <li v-for="p in shown" :key="p.name" :style="{ flexGrow: p.share }" :title="`${p.name} ${written(p.cost, '$')}`">
      <span class="block" />
      <span class="narrow name">{{ p.name }}</span> <span class="mono">{{ written(p.cost, '$') }}</span>
    </li>
  </ul>
</template>

<style scoped>
.bar { display: flex; gap: 3px; list-style: none; margin: 8px 0 4px; padding: 0; }
li { flex-basis: 0; min-width: 74px; font-size: 14px; line-height: 1.25; }
.block { display: block; height: 14px; background: var(--ink); }
li:nth-child(even) .block { background: var(--good); }
.name { display: block; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.mono { font-size: 12.5px; }
@media screen and (max-width: 700px) { li { min-width: 58px; } }
</style>
