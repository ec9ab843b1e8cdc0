<script setup lang="ts">
import { computed, inject } from 'vue'

import { answered, api } from '@/api/client'
import type { ItemEntry } from '@/api/types'
import { useAsked } from '@/stores/sent/asking'
import { deskKey, useDesk } from '@/stores/desk'

/** What the inspector is to see, as Packet has it: what is to be corrected first, and how much is still open. */
const desk = inject(deskKey, useDesk, true)
const { found } = useAsked(desk, async (job) => (await answered(api.POST('/api/inspection', { body: { job, job_id: desk.id } }))).items as ItemEntry[], () => desk.id)
const wrong = computed(() => (found.value ?? []).filter((e) => e.looked?.state === 'correction'))
const open = computed(() => (found.value ?? []).filter((e) => !e.looked).length)
const done = computed(() => (found.value ?? []).filter((e) => e.looked && e.looked.state !== 'correction').length)
</script>

<template>
  <section v-if="found?.length && desk.id" aria-label="On the list for the inspector">
    <h2 class="cap">On the list for the inspector</h2>
    <ul v-if="wrong.length" class="narrow"><li v-for="e in wrong" :key="e.item.key"><b>{{ e.item.where }}</b>: {{ e.looked?.words }}</li></ul>
    <p class="narrow">{{ wrong.length ? `${wrong.length} to be corrected, ` : '' }}{{ open }} open, {{ done }} done or let go. <router-link :to="{ name: 'inspection', params: { id: desk.id } }">The list</router-link></p>
  </section>
</template>

<style scoped>
section { margin-bottom: 16px; }
ul { margin: 3px 0; padding-left: 16px; font-size: 15px; }
p { margin: 3px 0; font-size: 15px; }
a { color: var(--ink); }
</style>
