<script setup lang="ts">
import { computed, inject } from 'vue'

import { clock, spell } from './clock'
import { changeTask } from './planning'
import type { Placed } from '@/api/types'
import NumberField from '@/fields/NumberField.vue'
import { deskKey, useDesk } from '@/stores/desk'

/** The chosen task: how long, who, what comes first; changed by hand where the plan is not right. */
const props = defineProps<{ placed: Placed; names: Record<string, string> }>()
const desk = inject(deskKey, useDesk, true)
const POWER = { off: 'off', on: 'on', either: 'either way' } as const
const task = computed(() => props.placed.task)
const change = computed(() => desk.job?.day.changes.find((c) => c.task === task.value.id))
const pointer = computed(() => `/day/changes/${desk.job?.day.changes.findIndex((c) => c.task === task.value.id)}`)
</script>

<template>
  <section :aria-label="task.name">
    <h2 class="cap">{{ task.name }}</h2>
    <p class="narrow quiet">{{ task.why }}</p>
    <dl class="narrow">
      <dt>When</dt><dd>day {{ placed.day }}, {{ clock(placed.start) }} to {{ clock(placed.end) }}</dd>
      <dt>Takes</dt><dd>{{ spell(task.minutes) }}</dd>
      <dt>Power</dt><dd>{{ POWER[task.power] }}</dd>
      <dt>Weather</dt><dd>{{ task.dry ? 'wants it dry' : 'any' }}</dd>
      <dt>After</dt><dd>{{ task.needs.map((n) => names[n] ?? n).join(', ') || 'nothing' }}</dd>
    </dl>
    <template v-if="!task.own">
      <NumberField label="Takes here" :value="change?.minutes ?? null" :auto="String(task.minutes)" unit="min" :pointer="`${pointer}/minutes`" lockable @change="(minutes) => changeTask(desk, task.id, { minutes })" />
      <NumberField label="People" :value="change?.crew ?? null" :auto="String(task.crew)" unit="" :pointer="`${pointer}/crew`" lockable @change="(crew) => changeTask(desk, task.id, { crew })" />
      <p class="acts">
        <v-btn v-if="placed.pinned" @click="changeTask(desk, task.id, { day: null, start: null })">Let the plan place it</v-btn>
        <v-btn v-else @click="changeTask(desk, task.id, { day: placed.day, start: placed.start })">Pin it there</v-btn>
        <v-btn v-if="!task.id.includes('/part-')" @click="changeTask(desk, task.id, { parts: 2, day: null, start: null })">Split it in two</v-btn>
        <v-btn v-if="!task.held" @click="changeTask(desk, task.id, { dropped: true })">Remove it</v-btn>
      </p>
    </template>
  </section>
</template>

<style scoped>
section { margin-bottom: 18px; }
dl { display: grid; grid-template-columns: 76px minmax(0, 1fr); margin: 4px 0; font-size: 15px; }
dt { color: var(--quiet); border-bottom: 1px solid var(--rule); }
dd { margin: 0; border-bottom: 1px solid var(--rule); padding-bottom: 2px; }
.acts { display: flex; flex-wrap: wrap; gap: 6px; margin: 8px 0; }
p { margin: 3px 0; font-size: 15px; }
</style>
