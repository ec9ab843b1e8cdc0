import { computed, ref, watch } from 'vue'

/** Where what is typed goes: it settles after every try, and says what is wrong while something is. */
interface Saver {
  settled: number
  notice: string
  trouble?: string
  waitingAt?: (pointer: string) => { value: unknown } | undefined
}

/**
 * What is being typed in a field, beside the value it shows. A save elsewhere never takes away what is being typed, and
 * neither does a refusal: it stays, and `unsaved` says so. Once the field is left and nothing is wrong, it shows the saved
 * value again; until an edit of it is answered for, it shows what that wants, also where the field comes on screen
 * meanwhile, as `tell` tells what is kept.
 */
export function useTyped(shown: () => string, pointer: () => string, saver: Saver, same = (typed: string, saved: string) => typed === saved, tell = (kept: unknown) => kept) {
  const waits = tell(saver.waitingAt?.(pointer())?.value)
  const typed = ref(typeof waits === 'string' || typeof waits === 'number' ? String(waits) : shown())
  const editing = ref(false)
  const tried = ref('')

  watch([shown, () => saver.settled], ([now], [before]) => {
    if (saver.waitingAt?.(pointer())) return
    if (typed.value === before || !(editing.value || saver.notice || saver.trouble)) typed.value = now
    tried.value = same(typed.value, now) ? '' : typed.value
  })
  const unsaved = computed(() => tried.value !== '' && tried.value === typed.value && !same(typed.value, shown()))

  return { typed, editing, unsaved }
}
