import { onBeforeUnmount, ref, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'

interface Tick {
  job: string
  item: string
  by: string
  on: string
  words: string
}
const KEPT = 'northspan.ticks'
const kept = (): Tick[] => JSON.parse(localStorage.getItem(KEPT) ?? '[]') as Tick[]
const keep = (ticks: Tick[]) => localStorage.setItem(KEPT, JSON.stringify(ticks))

/** The ticks of the moment of change: kept in this browser first, sent when the server answers, never lost between. */
export function useTicks(jobId: () => string) {
  const done = ref<Record<string, { by: string; at: string; waits: boolean }>>({})

  function lay() {
    for (const t of kept()) if (t.job === jobId()) done.value = { ...done.value, [t.item]: { by: t.by, at: t.words, waits: true } }
  }
  async function load() {
    done.value = {}
    lay()
    try {
      const found = await answered(api.GET('/api/inspection/{job_id}/looks', { params: { path: { job_id: jobId() } } }))
      for (const { item, looked } of found.looks) if (item.startsWith('change/')) done.value = { ...done.value, [item]: { by: looked.by, at: looked.words, waits: false } }
      lay()
    } catch (error) {
      if (!(error instanceof Refused)) throw error
    }
  }
  async function send() {
    for (const t of kept()) {
      try {
        await answered(api.POST('/api/inspection/{job_id}/looks', { params: { path: { job_id: t.job } }, body: { item: t.item, state: 'done', words: t.words, by: t.by, on: t.on, photo: null } }))
      } catch (error) {
        if (error instanceof Refused && error.passing) return
        if (!(error instanceof Refused)) throw error
      }
      keep(kept().filter((k) => !(k.job === t.job && k.item === t.item && k.words === t.words)))
    }
    await load()
  }
  function tick(key: string, by: string) {
    const now = new Date()
    const at = now.toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' })
    keep([...kept(), { job: jobId(), item: `change/${key}`, by, on: now.toLocaleDateString('sv-SE'), words: at }])
    lay()
    void send()
  }
  watch(jobId, () => void send(), { immediate: true })
  const again = () => void send()
  window.addEventListener('online', again)
  const timer = window.setInterval(() => kept().length && void send(), 15_000)
  onBeforeUnmount(() => {
    window.removeEventListener('online', again)
    window.clearInterval(timer)
  })
  return { done, tick }
}
