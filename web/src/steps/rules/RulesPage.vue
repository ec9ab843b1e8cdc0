<script setup lang="ts">
import { computed, watch } from 'vue'

import WatchedRules from './WatchedRules.vue'
import { choiceRules, numberRules, type Rule } from './rules'
import NumberField from '@/fields/NumberField.vue'
import { vHeld } from '@/fields/entry/held'
import TextField from '@/fields/TextField.vue'
import NextLine from '@/shell/NextLine.vue'
import NoJob from '@/shell/NoJob.vue'
import SaveNotice from '@/shell/SaveNotice.vue'
import { useDesk } from '@/stores/desk'

const props = defineProps<{ id: string }>()
const desk = useDesk()

watch(() => props.id, (id) => desk.open(id), { immediate: true })

const told = computed(() => (desk.job?.house_rules ?? {}) as Record<string, Rule['default']>)

function set(name: string, value: unknown) {
  if (value !== null) void desk.edit([{ op: 'add', path: `/house_rules/${name}`, value }])
}

function changed(rule: Rule): boolean {
  return told.value[rule.name] !== rule.default
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
            <NumberField :label="rule.title" :value="Number(told[rule.name])" :unit="rule.unit" :pointer="`/house_rules/${rule.name}`" @change="(v) => set(rule.name, v)" />
            <p class="narrow quiet">{{ rule.why }}</p>
          </div>
        </div>
      </div>
      <div v-for="group in choiceRules" :key="group.heading">
        <h3 class="cap">{{ group.heading }}</h3>
        <v-radio-group v-for="rule in group.rules" :key="rule.name" class="rule" :model-value="told[rule.name]" @update:model-value="(v) => set(rule.name, v)">
          <template #label><b>{{ rule.title }}</b><span v-if="changed(rule)" class="caution narrow">&nbsp;· not the default</span></template>
          <v-radio v-for="school in rule.schools" :key="String(school.value)" v-held="{ shown: told[rule.name] === school.value, settled: desk.settled }" :value="school.value" :class="{ taken: told[rule.name] === school.value }">
            <template #label><span><b>{{ school.title }}</b> <span class="narrow quiet">{{ school.why }}</span></span></template>
          </v-radio>
        </v-radio-group>
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
.rule { border-top: 1px solid var(--rule); padding: 6px 0 8px; break-inside: avoid; }
.rule b { font-weight: 500; }
.rule > :deep(.v-input__control > .v-label b), .taken b { font-weight: 600; }
.rule :deep(.v-selection-control) { align-items: flex-start; }
.narrow { font-size: 14.5px; }
.number { border-top: 1px solid var(--rule); padding: 5px 0; }
.number p { margin: 0; }
</style>
