<script setup lang="ts">
import { watch } from 'vue'

import WatchedRules from './WatchedRules.vue'
import { choiceRules, numberRules, type Rule } from './rules'
import type { Job } from '@/api/types'
import NumberField from '@/fields/NumberField.vue'
import { vHeld } from '@/fields/held'
import TextField from '@/fields/TextField.vue'
import NextLine from '@/shell/NextLine.vue'
import NoJob from '@/shell/NoJob.vue'
import SaveNotice from '@/shell/SaveNotice.vue'
import { useDesk } from '@/stores/desk'

const props = defineProps<{ id: string }>()
const desk = useDesk()

watch(() => props.id, (id) => desk.open(id), { immediate: true })

function set(name: keyof Job['house_rules'], value: unknown) {
  if (value !== null) void desk.edit([{ op: 'add', path: `/house_rules/${name}`, value }])
}

function changed(rule: Rule): boolean {
  return desk.job?.house_rules[rule.name] !== rule.default
}
</script>

<template>
  <section v-if="desk.job && desk.solution" class="page">
    <NextLine :desk="desk" class="line" />
    <header>
      <h2>House rules</h2>
      <p class="quiet">Where the trade reads the code differently, or the shop and the inspector want more than it asks. This job was made under these; every sheet says so.</p>
      <SaveNotice :desk="desk" />
    </header>
    <div class="columns">
      <div>
        <div class="named">
          <TextField label="These rules are called" :value="desk.job.house_rules.name" pointer="/house_rules/name" :maxlength="80" @change="(v) => set('name', v)" />
          <div v-for="rule in numberRules" :key="rule.name" class="number">
            <NumberField :label="rule.title" :value="Number(desk.job.house_rules[rule.name])" :unit="rule.unit" :pointer="`/house_rules/${rule.name}`" @change="(v) => set(rule.name, v)" />
            <p class="narrow quiet">{{ rule.why }}</p>
          </div>
        </div>
      </div>
      <div v-for="group in choiceRules" :key="group.heading">
        <h3 class="cap">{{ group.heading }}</h3>
        <fieldset v-for="rule in group.rules" :key="rule.name">
          <legend>{{ rule.title }}<span v-if="changed(rule)" class="caution narrow"> · not the default</span></legend>
          <label v-for="school in rule.schools" :key="String(school.value)" :class="{ taken: desk.job.house_rules[rule.name] === school.value }">
            <input v-held="{ shown: desk.job.house_rules[rule.name] === school.value, settled: desk.settled }" type="radio" :name="rule.name" @change="set(rule.name, school.value)" />
            <span><b>{{ school.title }}</b> <span class="narrow quiet">{{ school.why }}</span></span>
          </label>
        </fieldset>
      </div>
      <div><WatchedRules /></div>
    </div>
  </section>
  <NoJob v-else />
</template>

<style scoped>
.page { padding: 12px 18px 30px; }
.line { margin: -12px -18px 8px; padding-left: 18px; }
header { max-width: 720px; margin-bottom: 12px; }
h2 { font-size: 20px; }
header p { margin: 3px 0 0; }
.columns { columns: 3 300px; column-gap: 34px; }
.columns > div { break-inside: avoid; margin-bottom: 14px; }
h3.cap { margin-bottom: 4px; }
fieldset { border: 0; border-top: 1px solid var(--rule); margin: 0; padding: 6px 0 8px; break-inside: avoid; }
legend { float: left; width: 100%; padding: 0; font-weight: 600; }
label { display: flex; gap: 8px; clear: both; padding: 2px 0; cursor: pointer; }
label b { font-weight: 500; }
label.taken b { font-weight: 600; }
input[type='radio'] { accent-color: var(--ink); margin: 3px 0 0; flex: none; }
.narrow { font-size: 14.5px; }
.number { border-top: 1px solid var(--rule); padding: 5px 0; }
.number p { margin: 0; }
</style>
