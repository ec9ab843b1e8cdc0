import { computed, ref, watch } from 'vue'

/** Where what is typed goes: it settles after every try, and says what is wrong while something is. */
interface Saver {
  settled: number
  notice: string
  trouble?: string
}

/**
 * What is being typed in a field, beside the value it shows. A save elsewhere never takes away what is being typed, and
 * neither does a refusal: it stays, and `unsaved` says so. Once the field is left and nothing is wrong, it shows the saved
 * value again.
 */
export function useTyped(shown: () => string, saver: Saver, same = (typed: string, saved: string) => typed === saved) {
  const typed = ref(shown())
  const editing = ref(false)
  const tried = ref('')

  watch([shown, () => saver.settled], ([now], [before]) => {
    if (typed.value === before || !(editing.value || saver.notice || saver.trouble)) typed.value = now
    tried.value = same(typed.value, now) ? '' : typed.value
  })
  const unsaved = computed(() => tried.value !== '' && tried.value === typed.value && !same(typed.value, shown()))

  return { typed, editing, unsaved }
}
