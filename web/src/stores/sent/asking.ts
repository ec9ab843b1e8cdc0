import { computed, watch } from 'vue'

import type { Desk } from '../desk'
import { useQuestion } from '../question'
import type { Job } from '@/api/types'

/**
 * What the server says of the job on the desk, asked anew whenever the job or what is asked `of` it is another; `asking`
 * while what was found is not of what is on the desk.
 */
export function useAsked<T>(desk: Desk, ask: (job: Job) => Promise<T>, of: () => unknown = () => null) {
  const { found, refused, asking } = useQuestion(
    () => (desk.solution ? desk.job : null),
    ask,
    () => [desk.id, desk.key, of()],
  )
  // What was said of another job is never shown under this one.
  watch(() => desk.id, () => (found.value = null))
  return { found, trouble: computed(() => refused.value?.message ?? ''), asking }
}
