<script setup lang="ts">
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'

import { secondsText } from '@/figures/write'
import { term } from '@/stores/words'

const props = defineProps<{ seconds: number | null; amps: number }>()
const LONGEST_SHOW_S = 6
const FULL = 2 * Math.PI * 15

const gone = ref(0)
const rate = computed(() => (props.seconds === null ? 1 : Math.max(1, props.seconds / LONGEST_SHOW_S)))
const share = computed(() => (props.seconds === null ? 0 : Math.min(1, gone.value / Math.max(props.seconds, 0.001))))
const motion = usePreferredReducedMotion()
let frame = 0

/** The hand runs to the trip, a long one faster than it would; whoever wants no motion sees it where it ends. */
function run() {
  cancelAnimationFrame(frame)
  const seconds = props.seconds
  if (seconds === null || motion.value === 'reduce') {
    gone.value = seconds ?? 0
    return
  }
  const start = performance.now()
  const tick = (now: number) => {
    gone.value = Math.min(seconds, (rate.value * (now - start)) / 1000)
    if (gone.value < seconds) frame = requestAnimationFrame(tick)
  }
  frame = requestAnimationFrame(tick)
}

watch([() => props.seconds, () => props.amps], run, { immediate: true })
onBeforeUnmount(() => cancelAnimationFrame(frame))
</script>

<template>
  <div class="clock">
    <svg viewBox="0 0 40 40" width="40" height="40" aria-hidden="true">
      <circle cx="20" cy="20" r="15" class="face" />
      <circle cx="20" cy="20" r="15" class="run" :stroke-dasharray="`${FULL * share} ${FULL}`" transform="rotate(-90 20 20)" />
      <line x1="20" y1="20" x2="20" y2="8" :transform="`rotate(${360 * share} 20 20)`" class="hand" />
    </svg>
    <p v-if="seconds === null" class="narrow danger">The clock never stops: no {{ term('device') }} need open.</p>
    <p v-else class="narrow"><span class="mono">{{ secondsText(share < 1 ? gone : seconds) }}</span> {{ share < 1 ? 'and may still be live' : 'and open at the latest' }}<span v-if="rate > 1" class="quiet"> · shown {{ Math.round(rate) }} times faster</span></p>
    <v-btn v-if="seconds !== null" variant="text" class="narrow again" @click="run">again</v-btn>
  </div>
</template>

<style scoped>
.clock { display: flex; align-items: center; gap: 8px; margin: 4px 0; }
.face { fill: none; stroke: var(--rule); stroke-width: 5; }
.run { fill: none; stroke: var(--danger); stroke-width: 5; }
.hand { stroke: var(--ink); stroke-width: 2; }
p { margin: 0; flex: 1; font-size: 15px; line-height: 1.2; }
.again { font-size: 14px; text-decoration: underline; color: var(--quiet); }
</style>
