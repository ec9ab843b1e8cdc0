import { useSessionStorage } from '@vueuse/core'
import { computed, type Ref } from 'vue'

import { useQuestion } from '../question'
import { answered, api } from '@/api/client'
import type { CaseAnswer } from '@/api/types'

export interface Posed {
  book: string
  verb: string
  case: Record<string, unknown>
}

/** The answer to a case, asked for anew whenever it changes; the last one stands while a case is refused. */
export function useAnswer(posed: Readonly<Ref<Posed>>) {
  const { found, refused, settled } = useQuestion(
    () => posed.value,
    async ({ book, verb, case: given }) => {
      const path = { book_id: book, verb }
      return (await answered(api.POST('/api/code-books/{book_id}/cases/{verb}', { params: { path }, body: { case: given } }))).answer
    },
  )
  const problems = computed(() => refused.value?.problems ?? [])
  const notice = computed(() => refused.value?.message ?? '')
  return { answer: found as Ref<CaseAnswer | null>, problems, notice, settled }
}

/** What was typed, kept over a reload; a browser that keeps nothing only forgets it. */
export function useKept<T extends object>(key: string, start: T): Ref<T> {
  return useSessionStorage<T>(key, start, { mergeDefaults: true, onError: () => {} })
}
