<script setup lang="ts">
import type { DrawnSheet } from '@/api/types'

/** A sheet as it will be printed, drawn from the same description as its files. */
defineProps<{ sheet: DrawnSheet }>()
const FACES = { words: 'var(--words)', strong: 'var(--words)', figures: 'var(--figures)' }
type Shape = DrawnSheet['shapes'][number]
// Drawn in tenths of a millimetre: a browser sets letters of two or three units coarsely.
const FINE = 10

function points(shape: Shape): string {
  return shape.points.map(([x, y]) => `${FINE * x},${FINE * y}`).join(' ')
}
</script>

<template>
  <svg class="paper" :viewBox="`0 0 ${FINE * sheet.width} ${FINE * sheet.height}`" role="img" :aria-label="sheet.title">
    <template v-for="(s, i) in sheet.shapes" :key="i">
      <text v-if="s.kind === 'words'" :x="FINE * s.points[0][0]" :y="FINE * s.points[0][1]" :fill="s.ink" :font-size="FINE * s.size" :font-weight="s.font === 'strong' ? 600 : 400" :text-anchor="s.anchor" :style="{ fontFamily: FACES[s.font] }">{{ s.words }}</text>
      <circle v-else-if="s.kind === 'circle'" :cx="FINE * s.points[0][0]" :cy="FINE * s.points[0][1]" :r="FINE * s.r" :stroke="s.ink" :stroke-width="FINE * s.line" />
      <component :is="s.closed ? 'polygon' : 'polyline'" v-else :points="points(s)" :stroke="s.ink" :stroke-width="FINE * s.line" :stroke-dasharray="s.dashed ? '16 10' : undefined" />
    </template>
  </svg>
</template>

<style scoped>
/* Paper is white, whatever the screen is; its inks come with what is drawn. */
.paper { display: block; width: 100%; background: #fffefa; border: 1px solid var(--rule); }
circle, polygon, polyline { fill: none; }
</style>
