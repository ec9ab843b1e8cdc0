<script setup lang="ts">
import { computed, inject } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import type { Finding, Fix, PatchStep } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'

const props = defineProps<{ finding: Finding }>()
const desk = inject(deskKey, useDesk, true)
const route = useRoute()
const router = useRouter()

const TONES = { danger: 'red', violation: 'red', house: 'amber', advice: 'amber', note: 'plain' } as const
const WORDS = { danger: 'Danger', violation: 'Must fix', house: 'House rule', advice: 'Look at', note: 'Note' } as const
const tone = computed(() => TONES[props.finding.level])

function apply(fix: Fix) {
  void desk.edit(fix.patch as unknown as PatchStep[])
}

function goThere() {
  if (props.finding.panel) {
    desk.selectStation(props.finding.panel)
    const query = { station: props.finding.panel, ...(props.finding.circuit ? { circuit: props.finding.circuit } : {}) }
    if (desk.id) void router.push({ name: 'panels', params: { id: desk.id }, query })
    return
  }
  if (props.finding.pull) {
    desk.selectRun(props.finding.pull)
    if (desk.id && route.name !== 'pull') void router.push({ name: 'pull', params: { id: desk.id }, query: { run: props.finding.pull } })
    return
  }
  if (props.finding.place) {
    const there = props.finding.station ?? desk.solution?.ground.places.find((p) => p.place === props.finding.place)?.lands_at
    if (there) desk.selectStation(there)
    if (desk.id && route.name !== 'ground') void router.push({ name: 'ground', params: { id: desk.id } })
    return
  }
  if (props.finding.run) desk.selectRun(props.finding.run)
  else if (props.finding.station) desk.selectStation(props.finding.station)
  if (desk.id && route.name !== 'span') void router.push({ name: 'span', params: { id: desk.id } })
}
</script>

<template>
  <article class="finding" :class="tone" :data-rule="finding.rule">
    <v-btn variant="text" class="title" @click="goThere">
      <span class="level narrow">{{ WORDS[finding.level] }}</span> {{ finding.title }}
    </v-btn>
    <p>{{ finding.words }} <span v-if="finding.section" class="mono cite">{{ finding.section }}</span></p>
    <div v-if="finding.fixes.length" class="fixes">
      <v-btn v-for="fix in finding.fixes" :key="fix.label" @click="apply(fix)">{{ fix.label }}</v-btn>
    </div>
  </article>
</template>

<style scoped>
.finding { margin: 10px 0; padding: 7px 10px 9px; border-left: 4px solid var(--rule); background: var(--soft); }
.red { border-color: var(--danger); background: var(--danger-soft); }
.amber { border-color: var(--caution); background: var(--caution-soft); }
.title { font-weight: 600; font-size: 14px; }
.red .title { color: var(--danger); }
.amber .title { color: var(--caution); }
.level { font-size: 12px; letter-spacing: 0.08em; text-transform: uppercase; margin-right: 4px; }
p { margin: 3px 0 6px; font-size: 13.5px; }
.cite { font-size: 11px; color: var(--quiet); }
.fixes { display: flex; flex-wrap: wrap; gap: 5px; }
.fixes .v-btn.v-btn { height: auto; min-height: 25px; font-size: 14px; padding: 2px 8px; text-align: left; }
.fixes .v-btn :deep(.v-btn__content) { white-space: normal; }
</style>
