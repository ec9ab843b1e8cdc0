<script setup lang="ts">
import { computed } from 'vue'

import type { Job } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import TextField from '@/fields/TextField.vue'
import { useDesk } from '@/stores/desk'

type Rules = Job['house_rules']

const open = defineModel<boolean>({ required: true })
const desk = useDesk()
const rules = computed(() => desk.job?.house_rules)

const DROP: { value: Rules['drop_rule']; words: string }[] = [
  { value: 'binding', words: 'decides size' },
  { value: 'advisory', words: 'advises only' },
]
const UNMARKED: { value: Rules['unmarked_terminals']; words: string }[] = [
  { value: 'by-rating', words: 'by rating' },
  { value: '60', words: '60 °C' },
  { value: '75', words: '75 °C' },
]
const WARMTH: { value: Rules['conductor_temperature']; words: string }[] = [
  { value: 'table', words: '75 °C' },
  { value: 'running', words: 'as it runs' },
]
const NEUTRAL: { value: Rules['neutral']; words: string }[] = [
  { value: 'full', words: 'full size' },
  { value: 'calculated', words: 'by unbalance' },
]

function set(path: string, value: unknown) {
  void desk.edit([{ op: 'add', path, value }])
}

function rule<K extends keyof Rules>(name: K, value: Rules[K] | null) {
  if (value !== null) set(`/house_rules/${name}`, value)
}
</script>

<template>
  <v-dialog v-model="open" max-width="430">
    <v-card v-if="desk.job && rules" class="card" role="dialog" aria-label="Job and house rules">
      <h2 class="cap">Job</h2>
      <TextField label="Name" :value="desk.job.name" pointer="/name" :maxlength="80" @change="(v) => set('/name', v)" />
      <TextField label="Note" :value="desk.job.note" pointer="/note" :rows="3" :maxlength="4000" @change="(v) => set('/note', v)" />
      <h2 class="cap">House rules</h2>
      <TextField label="Called" :value="rules.name" pointer="/house_rules/name" :maxlength="80" @change="(v) => rule('name', v)" />
      <NumberField label="Drop limit, feeders and service" :value="rules.feeder_drop_pct" unit="%" pointer="/house_rules/feeder_drop_pct" @change="(v) => rule('feeder_drop_pct', v)" />
      <NumberField label="Drop limit, branch circuits" :value="rules.branch_drop_pct" unit="%" pointer="/house_rules/branch_drop_pct" @change="(v) => rule('branch_drop_pct', v)" />
      <NumberField label="Drop limit from the source" :value="rules.total_drop_pct" unit="%" pointer="/house_rules/total_drop_pct" @change="(v) => rule('total_drop_pct', v)" />
      <ChoiceField label="The drop limit" :value="rules.drop_rule" :choices="DROP" pointer="/house_rules/drop_rule" hint="The code book only suggests the limit; decides size is the default because dim lamps bring the customer back" @change="(v) => rule('drop_rule', v)" />
      <ChoiceField label="Unmarked lugs are" :value="rules.unmarked_terminals" :choices="UNMARKED" pointer="/house_rules/unmarked_terminals" hint="By rating: 60 °C up to 100 A, 75 °C above, 110.14(C)(1)" @change="(v) => rule('unmarked_terminals', v)" />
      <ChoiceField label="Resistance at" :value="rules.conductor_temperature" :choices="WARMTH" pointer="/house_rules/conductor_temperature" hint="75 °C is the table's figure and on the safe side" @change="(v) => rule('conductor_temperature', v)" />
      <ChoiceField label="Neutral" :value="rules.neutral" :choices="NEUTRAL" pointer="/house_rules/neutral" hint="Full size is never wrong; by unbalance needs it known for every load beyond" @change="(v) => rule('neutral', v)" />
      <NumberField label="Loss counted over" :value="rules.loss_hours" unit="h/yr" pointer="/house_rules/loss_hours" hint="Hours a year at the design load" @change="(v) => rule('loss_hours', v)" />
      <div class="acts"><button class="ink-button solid" @click="open = false">Done</button></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card { padding: 18px 20px; }
h2.cap:not(:first-child) { margin-top: 14px; }
.acts { display: flex; justify-content: flex-end; margin-top: 14px; }
</style>
