import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import { read } from '@/api/lines'
import type { DayNews, Job, TaskChange } from '@/api/types'
import type { Desk } from '@/stores/desk'

/** The days of the job on the desk, planned anew whenever it changes; the search can be stopped with the best so far. */
export function usePlanning(desk: Desk) {
  const news = shallowRef<DayNews | null>(null)
  const soFar = shallowRef<DayNews | null>(null)
  const trouble = ref('')
  const busy = ref(false)
  // How dark it was before the last change: what that cost is told beside it.
  const before = ref<number | null>(null)
  let asked: AbortController | null = null
  let search = ''

  async function plan(job: Job, seconds = 5) {
    asked?.abort()
    const call = (asked = new AbortController())
    search = crypto.randomUUID?.() ?? String(Math.random()).slice(2)
    busy.value = true
    trouble.value = ''
    soFar.value = null
    try {
      const response = await fetch('/api/day', { method: 'POST', body: JSON.stringify({ job, seconds, search }), headers: { 'Content-Type': 'application/json' }, signal: call.signal })
      if (!response.ok) throw new Refused(response.status, 'That could not be planned')
      const found = await read<DayNews, DayNews>(response, (each) => {
        soFar.value = each
        return each.days ? each : undefined
      })
      before.value = news.value?.days?.tasks.length ? news.value.days.dark_minutes : null
      news.value = found
    } catch (error) {
      if (call.signal.aborted) return
      trouble.value = error instanceof Refused ? error.message : 'North Span does not answer. Is it still running?'
    } finally {
      if (asked === call) busy.value = false
    }
  }

  watch(() => desk.key, () => desk.job && desk.solution && void plan(desk.job), { immediate: true })
  onBeforeUnmount(() => asked?.abort())
  /** Be content with the best so far: the search under way answers with it. */
  const stop = () => answered(api.POST('/api/day/stop', { body: { search } }))
  return { news, soFar, stop, trouble, busy, before, again: (seconds: number) => desk.job && plan(desk.job, seconds) }
}

/** Change what is changed by hand of a task; all of it blank is as the plan makes it. */
export function changeTask(desk: Desk, task: string, change: Partial<TaskChange>): Promise<boolean> {
  if (!desk.job) return Promise.resolve(false)
  return desk.edit([{ op: 'add', path: '/day/changes', value: changesWith(desk.job, task, change) }])
}

/** All that is changed by hand, with one task changed. */
export function changesWith(job: Job, task: string, change: Partial<TaskChange>): TaskChange[] {
  const every = job.day.changes
  const was = every.find((c) => c.task === task) ?? { task, dropped: false, minutes: null, crew: null, parts: null, day: null, start: null }
  const now = { ...was, ...change }
  const plain = !now.dropped && now.minutes === null && now.crew === null && now.parts === null && now.day === null && now.start === null
  const rest = every.filter((c) => c.task !== task)
  return plain ? rest : [...rest, now]
}
