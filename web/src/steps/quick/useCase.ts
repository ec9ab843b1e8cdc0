import { computed, reactive, ref, shallowRef, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { CaseAnswer, CaseField, CaseForm, Problem } from '@/api/types'

export type CaseValue = string | number | boolean | null

const KEPT = 'case-'

function kept(book: string): Record<string, CaseValue> {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT + book) ?? '{}') as Record<string, CaseValue>
  } catch {
    return {}
  }
}

/** One case of a code book as it is entered, with its answer; what is typed is kept over a reload and a refusal. */
export function useCase(book: string, verb: string, form: CaseForm) {
  const entered = reactive<Record<string, CaseValue>>(kept(book))
  const answer = shallowRef<CaseAnswer | null>(null)
  const problems = ref<Problem[]>([])
  const notice = ref('')
  const settled = ref(0)
  let asked = 0

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
    const own = entered[field.key]
    const listed = field.kind === 'choice' || field.kind === 'size' ? field.choices.some((c) => c.value === own) || own === null : true
    return own !== undefined && listed ? own : (field.default ?? null)
  }

  const given = computed(() => Object.fromEntries(fields.value.map((f) => [f.key, valueOf(f)] as const).filter(([, v]) => v !== null && v !== false)))

  function set(key: string, value: CaseValue) {
    entered[key] = value
  }

  function startOver() {
    for (const field of form.fields) entered[field.key] = field.default ?? null
  }

  watch(
    given,
    async (now) => {
      const call = ++asked
      try {
        sessionStorage.setItem(KEPT + book, JSON.stringify(entered))
      } catch {
        // A browser that keeps nothing only forgets it at a reload.
      }
      try {
        const path = { book_id: book, verb }
        const found = await answered(api.POST('/api/code-books/{book_id}/cases/{verb}', { params: { path }, body: { case: now } }))
        if (call !== asked) return
        answer.value = found.answer
        problems.value = []
        notice.value = ''
      } catch (error) {
        if (!(error instanceof Refused)) throw error
        if (call !== asked) return
        problems.value = error.problems
        notice.value = error.message
      }
      settled.value += 1
    },
    { immediate: true },
  )

  return { fields, valueOf, set, startOver, answer, problems, notice, settled }
}
