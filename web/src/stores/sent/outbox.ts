import { computed, ref, shallowRef } from 'vue'

import { Refused } from '@/api/client'
import type { PatchStep } from '@/api/types'

/** Something on its way to the server for one job; `patch` is empty for what changes nothing by itself. */
export interface Outgoing {
  job: string | null
  patch: PatchStep[]
  send: () => Promise<void>
}

interface Waiting extends Outgoing {
  done: (taken: boolean) => void
  taken: Promise<boolean>
  // Undone while it was under way: it is not tried again.
  back?: boolean
}

const FIRST_PAUSE_MS = 1000
const LONGEST_PAUSE_MS = 15_000
// What takes longer than this to be answered is told as not saved, whatever holds it up.
const LATE_MS = 1500

/**
 * Edits wait here for one another, so that each starts from what the one before left. One that cannot be sent is kept and
 * sent again, after ever longer pauses; one that is refused is handed to `refused` and leaves.
 */
export function useOutbox(refused: (error: Refused, step: Outgoing) => void) {
  const waiting = shallowRef<Waiting[]>([])
  const trouble = ref('')
  const late = ref(false)
  // The one under way cannot be taken back: the server may have it already.
  let underWay: Waiting | null = null
  let sending = false
  let pause = FIRST_PAUSE_MS
  let timer = 0

  /** How many edits the server has not taken, from when one could not be sent or is late until all are through. */
  const unsent = computed(() => (trouble.value || late.value ? waiting.value.filter((w) => w.patch.length).length : 0))

  function put(step: Outgoing, first = false): Promise<boolean> {
    let done: Waiting['done'] = () => {}
    const taken = new Promise<boolean>((settle) => (done = settle))
    const entry = { ...step, done, taken }
    waiting.value = first ? [entry, ...waiting.value] : [...waiting.value, entry]
    if (!trouble.value) void sendAll()
    return taken
  }

  async function sendAll() {
    if (sending) return
    sending = true
    window.clearTimeout(timer)
    try {
      while (waiting.value.length) {
        const step = waiting.value[0]
        underWay = step
        const lateness = window.setTimeout(() => (late.value = true), LATE_MS)
        try {
          await step.send()
          pause = FIRST_PAUSE_MS
          leave(step, true)
        } catch (error) {
          if (error instanceof Refused && error.passing && !step.back) {
            hold(error.message)
            return
          }
          leave(step, false)
          if (!(error instanceof Refused)) throw error
          if (!error.passing) refused(error, step)
        } finally {
          window.clearTimeout(lateness)
        }
      }
    } finally {
      underWay = null
      sending = false
    }
  }

  function hold(why: string) {
    trouble.value = why
    timer = window.setTimeout(() => void sendAll(), pause)
    pause = Math.min(2 * pause, LONGEST_PAUSE_MS)
  }

  function leave(step: Waiting, taken: boolean) {
    waiting.value = waiting.value.filter((w) => w !== step)
    // With nothing left to send nothing is held up, and the next is tried at once.
    if (!waiting.value.some((w) => w.patch.length)) {
      trouble.value = ''
      late.value = false
    }
    step.done(taken)
  }

  /** Let go of what waits for a job and has not been sent; gives how many edits that were. */
  function drop(job: string | null): number {
    const mine = waiting.value.filter((w) => w.job === job)
    mine.forEach((w) => leave(w, false))
    return mine.filter((w) => w.patch.length).length
  }

  /**
   * Take back the newest edit of a job that could not be sent; whether it is gone, null where there is none. One that is
   * under way just then is gone unless the server takes it this time.
   */
  function takeBack(job: string | null): Promise<boolean> | null {
    const last = trouble.value ? waiting.value.filter((w) => w.job === job && w.patch.length).at(-1) : undefined
    if (!last) return null
    if (last === underWay) last.back = true
    else leave(last, false)
    return last.taken.then((taken) => !taken)
  }

  const holds = (job: string | null) => waiting.value.some((w) => w.job === job)

  return { waiting, trouble, late, unsent, put, drop, takeBack, holds, sendNow: sendAll }
}
