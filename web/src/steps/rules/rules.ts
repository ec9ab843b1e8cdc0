import { computed } from 'vue'

import type { Vocabulary } from '@/api/types'
import { words } from '@/stores/words'

export type Rule = Vocabulary['house_rules'][number]

const rules = computed(() => words.value?.house_rules ?? [])

/** Rules that practitioners read differently, by heading; the first school is the default. */
export const choiceRules = computed(() => {
  const headings = [...new Set(rules.value.filter((r) => r.schools.length).map((r) => r.heading))]
  return headings.map((heading) => ({ heading, rules: rules.value.filter((r) => r.schools.length && r.heading === heading) }))
})

/** Rules that are figures. */
export const numberRules = computed(() => rules.value.filter((r) => !r.schools.length && r.unit))
