import { QueryClient, useQuery } from '@tanstack/vue-query'
import { computed, ref, shallowRef, watch } from 'vue'

import { Refused } from '@/api/client'

/** Nothing is asked a second time by itself: a refusal is an answer, and without a network there is none. */
export const questions = new QueryClient({
  defaultOptions: { queries: { retry: false, networkMode: 'always', refetchOnWindowFocus: false, gcTime: 0, structuralSharing: false, throwOnError: (error) => !(error instanceof Refused) } },
})

let many = 0

/**
 * What the server answers to a question that changes (null while there is none): asked anew with each that differs `by`
 * something, and only the answer to the latest is taken. The last answer stands while the next is on its way, and where
 * the next is refused; `settled` counts both.
 */
export function useQuestion<Q, T>(question: () => Q | null, ask: (question: Q) => Promise<T>, by: () => unknown = question) {
  const own = ++many
  const query = useQuery({ queryKey: computed(() => [own, by()]), queryFn: () => ask(question() as Q), enabled: computed(() => question() !== null) }, questions)
  const found = shallowRef<T | null>(null)
  const refused = shallowRef<Refused | null>(null)
  const settled = ref(0)

  watch(query.data, (answer) => {
    if (answer === undefined) return
    found.value = answer as T
    refused.value = null
    settled.value += 1
  })
  watch(query.error, (error) => {
    if (!(error instanceof Refused)) return
    refused.value = error
    settled.value += 1
  })
  return { found, refused, settled, asking: query.isFetching }
}
