import { ref, watch } from 'vue'

import type { Desk } from '@/stores/desk'

/**
 * What is being typed in a field, beside the value it shows. A save elsewhere never takes away what is being typed, and
 * neither does a refusal; once the field is left and nothing was refused, it shows the job's value again.
 */
export function useTyped(shown: () => string, desk: Desk) {
  const typed = ref(shown())
  const editing = ref(false)

  watch([shown, () => desk.job], ([now], [before]) => {
    if (typed.value === before || !(editing.value || desk.notice)) typed.value = now
  })

  return { typed, editing }
}
