<script setup lang="ts">
import { onMounted, ref } from 'vue'

import { answered, api } from '@/api/client'
import type { Watched } from '@/api/types'
import { useDesk } from '@/stores/desk'

/** What is looked at besides, from corrections: on this job, and on every new one. */
const desk = useDesk()
const everywhere = ref<{ number: number; watched: Watched }[]>([])
const STAGES = { trench: 'before the trench is closed', 'rough-in': 'before the walls are closed', final: 'before it is used' } as const

async function load() {
  everywhere.value = (await answered(api.GET('/api/inspection/watched'))).watched
}
async function end(number: number) {
  await answered(api.DELETE('/api/inspection/watched/{number}', { params: { path: { number } } }))
  await load()
}
onMounted(load)
</script>

<template>
  <section aria-label="Watched for">
    <h3 class="cap">Watched for, from corrections</h3>
    <p v-if="!desk.job?.house_rules.watched.length" class="narrow quiet">Nothing yet. A correction on Packet's inspection list can be made a house rule.</p>
    <ul v-else>
      <li v-for="(w, i) in desk.job.house_rules.watched" :key="i">
        {{ w.words }} <span class="narrow quiet">{{ STAGES[w.stage] }}<template v-if="w.section">, {{ w.section }}</template></span>
        <v-btn :aria-label="`Not on this job: ${w.words}`" @click="desk.edit([{ op: 'remove', path: `/house_rules/watched/${i}` }])">Not on this job</v-btn>
      </li>
    </ul>
    <template v-if="everywhere.length">
      <h4 class="narrow">On every new job</h4>
      <ul>
        <li v-for="each in everywhere" :key="each.number">
          {{ each.watched.words }} <v-btn :aria-label="`No longer on new jobs: ${each.watched.words}`" @click="end(each.number)">No longer</v-btn>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
ul { list-style: none; margin: 4px 0; padding: 0; }
li { padding: 4px 0; border-top: 1px solid var(--rule); }
h4 { margin: 8px 0 0; font-size: 15px; font-weight: 600; }
p { margin: 4px 0; font-size: 14.5px; }
</style>
