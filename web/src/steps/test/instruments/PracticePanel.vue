<script setup lang="ts">
import { inject, ref } from 'vue'
import { useRouter } from 'vue-router'

import { answered, api, Refused } from '@/api/client'
import { deskKey, useDesk } from '@/stores/desk'

/** Practice: a fault is planted in the simulated property, to be found with the meter; its readings stay apart. */
const practice = defineModel<string>({ required: true })
const desk = inject(deskKey, useDesk, true)
const router = useRouter()
const told = ref<string | null>(null)
const trouble = ref('')

function begin() {
  told.value = null
  practice.value = `round-${Date.now().toString(36)}`
}
/** A copy of this job, marked as one for practice, opened here. */
async function copy() {
  if (!desk.id) return
  trouble.value = ''
  try {
    const made = await answered(api.POST('/api/jobs/{job_id}/practice', { params: { path: { job_id: desk.id } } }))
    await router.push({ name: 'test', params: { id: made.id } })
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.message
  }
}
function end() {
  told.value = null
  practice.value = ''
}
async function show() {
  if (!desk.job) return
  trouble.value = ''
  try {
    const found = await answered(api.POST('/api/instruments/practice', { body: { job: desk.job, practice: practice.value } }))
    told.value = found.title || 'Nothing: this property has room for no fault that a meter sees'
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.message
  }
}
</script>

<template>
  <section aria-label="Practice">
    <h2 class="cap">Practice</h2>
    <template v-if="practice">
      <p class="narrow"><b>Something is wrong in this house: find it with the simulated meter.</b> Readings of this round stay apart from the job's own.</p>
      <p v-if="told" class="narrow" role="status">It is: <b>{{ told }}</b>.</p>
      <p v-if="trouble" class="danger narrow" role="alert">{{ trouble }}</p>
      <p class="acts"><v-btn @click="show">Show what it is</v-btn><v-btn @click="begin">Another</v-btn><v-btn @click="end">Back to the job</v-btn></p>
    </template>
    <p v-else-if="desk.practice" class="narrow">A fault is planted in the simulated property. <v-btn @click="begin">Plant one</v-btn></p>
    <template v-else>
      <p class="narrow">Simulated instruments, simulated outside desks and planted faults are for a copy of this job, so that nothing made up gets among its own readings. <v-btn @click="copy">Practice on a copy</v-btn></p>
      <p v-if="trouble" class="danger narrow" role="alert">{{ trouble }}</p>
    </template>
  </section>
</template>

<style scoped>
section { margin-bottom: 16px; }
p { margin: 3px 0; font-size: 15px; }
.acts { display: flex; flex-wrap: wrap; gap: 5px; margin-top: 6px; }
</style>
