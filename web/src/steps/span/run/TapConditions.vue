<script setup lang="ts">
import { computed } from 'vue'

import type { Run, RunAnswer } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN } from '@/fields/choices'

/** What a tap or a transformer's secondary must meet, each met, not met or not on record; and the facts it is judged by. */
const props = defineProps<{ conditions: RunAnswer['conditions']; run: Run; base: string }>()
const emit = defineEmits<{ change: [facts: NonNullable<Run['tap_facts']>] }>()
const cites = computed(() => [...new Set(props.conditions.map((c) => c.cite))].join(', '))
const FACTS = [
  { name: 'leaves_enclosure', label: 'Leaves its box', kinds: ['10-ft'] },
  { name: 'protected', label: 'Protected', kinds: ['10-ft', '25-ft', 'outside'] },
  { name: 'outdoors', label: 'All outdoors', kinds: ['outside'] },
] as const
const MARKS = { met: '✓', not: '✗', open: '?' } as const
const SAID = { met: 'met', not: 'not met', open: 'not on record' } as const

function standing(met: boolean | null): keyof typeof MARKS {
  return met === null ? 'open' : met ? 'met' : 'not'
}

function set(name: (typeof FACTS)[number]['name'], value: boolean | null) {
  emit('change', { leaves_enclosure: null, protected: null, outdoors: null, ...props.run.tap_facts, [name]: value })
}
</script>

<template>
  <div class="tap" role="group" aria-label="Asked of this tap">
    <p class="narrow quiet">Asked by {{ cites }}</p>
    <p v-for="each in conditions" :key="each.words" class="narrow" :class="standing(each.met)">
      <b aria-hidden="true">{{ MARKS[standing(each.met)] }}</b> {{ each.words }} <span class="quiet">{{ SAID[standing(each.met)] }}</span>
    </p>
    <template v-for="fact in FACTS" :key="fact.name">
      <ChoiceField
        v-if="run.tap && (fact.kinds as readonly string[]).includes(run.tap)" :label="fact.label" :value="run.tap_facts?.[fact.name] ?? null" :choices="KNOWN"
        :pointer="`${base}/tap_facts/${fact.name}`" @change="(v) => set(fact.name, v)"
      />
    </template>
  </div>
</template>

<style scoped>
.tap { margin: 4px 0 6px; padding-left: 6px; border-left: 2px solid var(--rule); }
p { margin: 1px 0; line-height: 1.25; }
.not { color: var(--danger); font-weight: 600; }
.not .quiet { font-weight: 400; }
</style>
