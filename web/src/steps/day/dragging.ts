import { ref, type Ref } from 'vue'

import { changesWith, changeTask } from './planning'
import { answered, api, Refused } from '@/api/client'
import type { DayPlan, Placed } from '@/api/types'
import type { Desk } from '@/stores/desk'

const QUARTER = 15
// So long a hand rests before it is asked what that place costs.
const REST_MS = 80

/** A task moved along its lane, by hand or by the arrow keys; while it is held, what it costs there. */
export function useDragging(desk: Desk, plan: () => DayPlan, day: () => number, long: () => number, chosen: Ref<string | null>) {
  const held = ref<{ id: string; x: number; by: number } | null>(null)
  // How dark it would be, at that place; null while it is not known, or where no plan keeps it.
  const cost = ref<{ dark: number | null; proved: boolean } | null>(null)
  let asked = 0

  const there = (t: Placed, by: number) => ({ day: day(), start: Math.min(Math.max(t.start + by, plan().morning), plan().evening) })

  function grab(event: PointerEvent, t: Placed) {
    chosen.value = t.task.id
    held.value = { id: t.task.id, x: event.clientX, by: 0 }
    ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  }
  function drag(event: PointerEvent, t: Placed) {
    const lane = (event.currentTarget as HTMLElement).parentElement
    if (!held.value || !lane) return
    const by = Math.round(((event.clientX - held.value.x) / lane.clientWidth) * (long() / QUARTER)) * QUARTER
    if (by === held.value.by) return
    held.value.by = by
    cost.value = null
    const call = ++asked
    if (by) window.setTimeout(() => call === asked && void ask(t, by, call), REST_MS)
  }
  async function ask(t: Placed, by: number, call: number) {
    if (!desk.job) return
    const job = { ...desk.job, day: { ...desk.job.day, changes: changesWith(desk.job, t.task.id, there(t, by)) } }
    try {
      const found = await answered(api.POST('/api/day/cost', { body: { job } }))
      if (call === asked) cost.value = { dark: found.dark_minutes, proved: found.dark_minutes === found.least_dark }
    } catch (error) {
      if (!(error instanceof Refused)) throw error
    }
  }
  function letGo() {
    asked += 1
    held.value = cost.value = null
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
