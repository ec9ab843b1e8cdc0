import { refDebounced } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'

import { changesWith, changeTask } from './planning'
import { answered, api } from '@/api/client'
import type { DayPlan, Placed } from '@/api/types'
import type { Desk } from '@/stores/desk'
import { useQuestion } from '@/stores/question'

const QUARTER = 15
// So long a hand rests before it is asked what that place costs.
const REST_MS = 80

/** A task moved along its lane, by hand or by the arrow keys; while it is held, what it costs there. */
export function useDragging(desk: Desk, plan: () => DayPlan, day: () => number, long: () => number, chosen: Ref<string | null>) {
  const held = ref<{ id: string; task: Placed; x: number; by: number } | null>(null)
  // Where the hand rests: it is asked for, not every place on the way there.
  const rests = refDebounced(computed(() => (held.value?.by ? { ...held.value } : null)), REST_MS)
  const { found } = useQuestion(
    () => (rests.value && desk.job ? { ...rests.value, job: desk.job } : null),
    async ({ id, task, by, job }) => {
      const moved = { ...job, day: { ...job.day, changes: changesWith(job, id, there(task, by)) } }
      const answer = await answered(api.POST('/api/day/cost', { body: { job: moved } }))
      return { id, by, dark: answer.dark_minutes ?? null, proved: answer.dark_minutes === answer.least_dark }
    },
    () => [desk.key, rests.value?.id, rests.value?.by],
  )
  // How dark it would be, at that place; null while it is not known, or where no plan keeps it.
  const cost = computed(() => (held.value?.by && found.value?.id === held.value.id && found.value.by === held.value.by ? found.value : null))

  const there = (t: Placed, by: number) => ({ day: day(), start: Math.min(Math.max(t.start + by, plan().morning), plan().evening) })

  function grab(event: PointerEvent, t: Placed) {
    chosen.value = t.task.id
    held.value = { id: t.task.id, task: t, x: event.clientX, by: 0 }
    ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  }
  function drag(event: PointerEvent) {
    const lane = (event.currentTarget as HTMLElement).parentElement
    if (!held.value || !lane) return
    held.value.by = Math.round(((event.clientX - held.value.x) / lane.clientWidth) * (long() / QUARTER)) * QUARTER
  }
  function letGo() {
    held.value = null
  }
  function drop(t: Placed) {
    const by = held.value?.by ?? 0
    letGo()
    if (by) void changeTask(desk, t.task.id, there(t, by))
  }
  function key(event: KeyboardEvent, t: Placed) {
    const by = { ArrowLeft: -QUARTER, ArrowRight: QUARTER }[event.key]
    if (!by) return
    event.preventDefault()
    chosen.value = t.task.id
    void changeTask(desk, t.task.id, there(t, by))
  }
  return { held, cost, grab, drag, drop, letGo, key }
}
