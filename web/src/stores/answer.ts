import { ref, shallowRef, watch, type Ref } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { CaseAnswer, Problem } from '@/api/types'

export interface Posed {
  book: string
  verb: string
  case: Record<string, unknown>
}

/** The answer to a case, asked for anew whenever it changes; the last one stands while a case is refused. */
export function useAnswer(posed: Readonly<Ref<Posed>>) {
  const answer = shallowRef<CaseAnswer | null>(null)
  const problems = ref<Problem[]>([])
  const notice = ref('')
  const settled = ref(0)
  let asked = 0

  watch(
    posed,
    async (now) => {
      const call = ++asked
      try {
        const path = { book_id: now.book, verb: now.verb }
        const found = await answered(api.POST('/api/code-books/{book_id}/cases/{verb}', { params: { path }, body: { case: now.case } }))
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
    { immediate: true, deep: true },
  )

  return { answer, problems, notice, settled }
}

/** What was typed, kept over a reload; a browser that keeps nothing only forgets it. */
export function keep(key: string, typed: unknown) {
  try {
    sessionStorage.setItem(key, JSON.stringify(typed))
  } catch {
    // Forgotten at a reload.
  }
}

/** What was kept under a key, empty where nothing was. */
export function kept<T extends object>(key: string): Partial<T> {
  try {
    return JSON.parse(sessionStorage.getItem(key) ?? '{}') as Partial<T>
  } catch {
    return {}
  }
}
