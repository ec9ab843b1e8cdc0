import { computed } from 'vue'

import type { Job, Vocabulary } from '@/api/types'
import { words } from '@/stores/words'

export type Rule = Omit<Vocabulary['house_rules'][number], 'name'> & { name: keyof Job['house_rules'] }

const rules = computed(() => (words.value?.house_rules ?? []) as Rule[])

/** Rules that practitioners read differently, by heading; the first school is the default. */
export const choiceRules = computed(() => {
  const headings = [...new Set(rules.value.filter((r) => r.schools.length).map((r) => r.heading))]
  return headings.map((heading) => ({ heading, rules: rules.value.filter((r) => r.schools.length && r.heading === heading) }))
})

/** Rules that are figures. */
export const numberRules = computed(() => rules.value.filter((r) => !r.schools.length && r.unit))
