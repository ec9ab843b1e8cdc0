<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'

import { clock } from './clock'
import type { Days } from '@/api/types'
import { term } from '@/stores/words'

/** The day in the order in which it is done, for a phone: what is on now stands first. */
const props = defineProps<{ days: Days; day: number; people: readonly string[]; date: string | undefined }>()
const chosen = defineModel<string | null>('chosen', { required: true })
const now = ref(minutes())
const timer = window.setInterval(() => (now.value = minutes()), 30_000)
onBeforeUnmount(() => window.clearInterval(timer))
function minutes() {
  const at = new Date()
  return 60 * at.getHours() + at.getMinutes()
}
const here = computed(() => props.days.tasks.filter((t) => t.day === props.day))
// Where the date is said, it is now only on that date.
const today = computed(() => props.date === undefined || props.date === new Date().toLocaleDateString('sv-SE'))
const on = computed(() => here.value.filter((t) => today.value && t.start <= now.value && now.value < t.end))
const still = computed(() => here.value.filter((t) => !on.value.includes(t)))
</script>

<template>
  <div class="list">
    <template v-if="on.length">
      <h2 class="cap">Now</h2>
      <ul><li v-for="t in on" :key="t.task.id" class="now"><v-btn variant="text" @click="chosen = t.task.id"><b>{{ t.task.name }}</b> to {{ clock(t.end) }}</v-btn></li></ul>
    </template>
    <h2 class="cap">Day {{ day }}<template v-if="date">, {{ date }}</template></h2>
    <ul>
      <li v-for="t in still" :key="t.task.id" :class="t.task.power">
        <v-btn variant="text" @click="chosen = t.task.id"><span class="mono">{{ clock(t.start) }}</span> {{ t.task.name }} <span class="narrow quiet">{{ t.people.map((p) => people[p]).join(', ') || (t.task.outside === 'utility' ? term('supplier') : t.task.outside) }}{{ t.task.power === 'off' ? ' · power off' : '' }}</span></v-btn>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.list { padding: 6px 14px; }
ul { list-style: none; margin: 2px 0 12px; padding: 0; }
li { padding: 7px 0 7px 8px; border-bottom: 1px solid var(--rule); border-left: 4px solid transparent; }
li.off { border-left-color: var(--ink); }
li.now { border-left-color: var(--caution); background: var(--caution-soft); }
.mono { display: inline-block; min-width: 74px; font-size: 13px; }
button { width: 100%; }
</style>
