<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'

import type { Desk } from '@/stores/desk'

/** What to do next on the step one is on: said once, in one line. */
const props = defineProps<{ desk: Desk }>()
const route = useRoute()
const line = computed(() => (props.desk.id ? props.desk.solution?.next_steps.find((s) => s.step === route.name) : undefined))
</script>

<template>
  <div v-if="line" class="next" :class="{ done: line.done }">
    <p class="narrow" aria-label="What to do next">{{ line.words }}</p>
    <slot />
  </div>
</template>

<style scoped>
.next { display: flex; align-items: center; gap: 12px; min-height: 33px; padding: 2px 10px 2px 14px; border-bottom: 1px solid var(--rule); background: var(--soft); }
p { flex: 1; margin: 0; font-size: 16px; font-weight: 600; }
.done { background: none; }
.done p { font-weight: 500; color: var(--quiet); }
</style>
