import { computed } from 'vue'

import type { CaseField, CaseForm } from '@/api/types'
import { useAnswer, useKept } from '@/stores/sent/answer'

export type CaseValue = string | number | boolean | null

const KEPT = 'case-'

/** One case of a code book as it is entered, with its answer; what is typed is kept over a reload and a refusal. */
export function useCase(book: string, verb: string, form: CaseForm) {
  const name = KEPT + book + (verb === 'check' ? '' : `-${verb}`)
  const entered = useKept<Record<string, CaseValue>>(name, {})

  /** The fields that mean something for what is entered so far; of several with one key the first that does. */
  const fields = computed(() => {
    const found: CaseField[] = []
    for (const field of form.fields) {
      const applies = Object.entries(field.when).every(([key, values]) => (values as CaseValue[]).includes(valueOf(found.find((f) => f.key === key)) ?? null))
      if (applies && !found.some((f) => f.key === field.key)) found.push(field)
    }
    return found
  })

  /** What a field holds: what was entered where it may be chosen here, else what it begins with. */
  function valueOf(field: CaseField | undefined): CaseValue {
    if (!field) return null
    const own = entered.value[field.key]
    const listed = field.kind === 'choice' || field.kind === 'size' ? field.choices.some((c) => c.value === own) || own === null : true
    return own !== undefined && listed ? own : (field.default ?? null)
  }

  const given = computed(() => Object.fromEntries(fields.value.map((f) => [f.key, valueOf(f)] as const).filter(([, v]) => v !== null && v !== false)))

  function set(key: string, value: CaseValue) {
    entered.value[key] = value
  }

  function startOver() {
    for (const field of form.fields) entered.value[field.key] = field.default ?? null
  }

  const { answer, problems, notice, settled } = useAnswer(computed(() => ({ book, verb, case: given.value })))

  return { fields, valueOf, set, startOver, answer, problems, notice, settled }
}
