import { ref, shallowRef, watch } from 'vue'

import type { Desk } from './desk'
import { Refused } from '@/api/client'
import type { Job } from '@/api/types'

/** What the server says of the job on the desk, asked anew whenever the job or what is asked `of` it is another. */
export function useAsked<T>(desk: Desk, ask: (job: Job) => Promise<T>, of: () => unknown = () => null) {
  const found = shallowRef<T | null>(null)
  const trouble = ref('')
  let asked = 0

  // An answer that comes after the next was asked for is let go.
  watch([() => desk.key, of], async () => {
    if (!desk.job || !desk.solution) return
    const call = ++asked
    try {
      const answer = await ask(desk.job)
      if (call !== asked) return
      found.value = answer
      trouble.value = ''
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      if (call === asked) trouble.value = error.message
    }
  }, { immediate: true })

  return { found, trouble }
}
