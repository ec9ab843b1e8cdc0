<script setup lang="ts">
import { ref } from 'vue'

import { usePanelDesk } from './usePanel'
import { answered, api, Refused } from '@/api/client'
import type { Problem } from '@/api/types'
import { counted } from '@/figures/write'
import FilePick from '@/fields/FilePick.vue'

const open = defineModel<boolean>({ required: true })
const panel = usePanelDesk()
const text = ref('')
const notice = ref('')
const problems = ref<Problem[]>([])
const told = ref('')

async function pick(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) text.value = await file.text()
}

async function take() {
  if (!panel.desk.job || !panel.station.value) return
  notice.value = told.value = ''
  problems.value = []
  try {
    const body = { job: panel.desk.job, station: panel.station.value.id, text: text.value }
    const read = await answered(api.POST('/api/panels/schedule', { body }))
    if (!read.fix) told.value = 'The panel is like that already.'
    else if (await panel.apply(read.fix)) {
      told.value = `${counted(read.added, 'circuit')} added, ${read.replaced} changed.`
      text.value = ''
    } else notice.value = 'The job was not saved; what you pasted is still here.'
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    notice.value = error.message
    problems.value = error.problems
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Rows into the panel" max-width="760">
    <v-card class="paper-form">
      <form @submit.prevent="take">
        <h2 class="cap">Rows into the panel</h2>
        <p class="narrow">A row for every circuit: space, name, breaker A, poles, VA, wire size. With a heading the columns may stand in any order, and others be there; CSV out shows them all. A row of a space that is taken changes that circuit.</p>
        <v-textarea v-model="text" rows="10" class="mono" aria-label="Rows" placeholder="7&#9;Kitchen counter&#9;20&#9;1&#9;1500&#9;12" spellcheck="false" />
        <p v-if="notice" class="danger" role="alert">{{ notice }}<template v-if="problems.length">:</template></p>
        <ul v-if="problems.length" class="danger narrow"><li v-for="(p, i) in problems" :key="i">{{ p.words }}</li></ul>
        <p v-if="told" class="good" role="status">{{ told }}</p>
        <div class="acts">
          <FilePick words="Read a file" accept=".csv,.tsv,.txt,text/csv" @pick="pick" />
          <v-btn @click="open = false">Close</v-btn>
          <v-btn variant="flat" type="submit" :disabled="!text.trim()">Take the rows</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ul { margin: 0; padding-left: 18px; max-height: 150px; overflow-y: auto; }
</style>
