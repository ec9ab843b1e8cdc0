<script setup lang="ts">
import { computed } from 'vue'

interface Line {
  what: string
  allowances: number
  size: string
  in3: number
}
const props = defineProps<{ lines: Line[]; needed: number; have: number | null }>()

const WIDTH = 300
const HEIGHT = 150
const full = computed(() => Math.max(props.needed, props.have ?? 0))
/** What is in the box stands in it as deep as it takes room; the brim is the room there is. */
const layers = computed(() => {
  let up = 0
  return props.lines.filter((l) => l.in3 > 0).map((line) => {
    const tall = (line.in3 / full.value) * HEIGHT
    up += tall
    return { line, y: HEIGHT - up, tall, dots: Math.min(24, Math.round(line.allowances)) }
  })
})
const brim = computed(() => (props.have === null ? null : HEIGHT - (props.have / full.value) * HEIGHT))

/** What a layer is, without how it was reckoned. */
function said(what: string): string {
  const words = what.split(':')[0]
  return words.length > 20 ? words.split(',')[0] : words
}
</script>

<template>
  <svg :viewBox="`-6 -10 ${WIDTH + 130} ${HEIGHT + 18}`" role="img" :aria-label="`${needed.toFixed(2)} in³ in ${have === null ? 'a box still to be chosen' : `${have.toFixed(2)} in³`}`">
    <g v-for="(l, i) in layers" :key="i">
      <rect x="0" :y="l.y" :width="WIDTH" :height="l.tall" :class="i % 2 ? 'even' : 'odd'" />
      <circle v-for="n in l.dots" :key="n" :cx="8 + (n - 0.5) * Math.min(16, (WIDTH - 16) / l.dots)" :cy="l.y + l.tall / 2" :r="Math.min(5, l.tall / 2.6)" />
      <text v-if="l.tall > 9" :x="WIDTH + 8" :y="l.y + l.tall / 2 + 4">{{ said(l.line.what) }}</text>
    </g>
    <path :d="`M0 ${brim ?? 0} V${HEIGHT} H${WIDTH} V${brim ?? 0}`" class="box" :class="{ open: brim === null, over: have !== null && needed > have }" />
    <line v-if="brim !== null" x1="-6" :x2="WIDTH + 6" :y1="brim" :y2="brim" class="brim" />
  </svg>
</template>

<style scoped>
svg { width: 100%; max-width: 440px; display: block; }
.odd { fill: var(--bar); }
.even { fill: var(--soft); }
circle { fill: var(--ink); }
text { font-family: var(--narrow); font-size: 13px; fill: var(--ink); }
.box { fill: none; stroke: var(--ink); stroke-width: 3; }
.box.open { stroke-dasharray: 6 4; }
.box.over { stroke: var(--danger); }
.brim { stroke: var(--danger); stroke-width: 1.2; stroke-dasharray: 4 3; }
</style>
