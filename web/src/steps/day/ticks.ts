import { computed, ref, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import { newKey, useKept } from '@/stores/kept'

interface Tick {
  job: string
  item: string
  by: string
  on: string
  words: string
  key: string
}

/** The ticks of the moment of change: written down here first, sent when the server answers. */
export function useTicks(jobId: () => string) {
  const saved = ref<Record<string, { by: string; at: string; waits: boolean }>>({})
  const { waiting, put, send } = useKept<Tick>('northspan.ticks', post, () => void load())
  const done = computed(() => ({
    ...saved.value,
    ...Object.fromEntries(waiting.value.filter((t) => t.job === jobId()).map((t) => [t.item, { by: t.by, at: t.words, waits: true }])),
  }))

  function post(t: Tick) {
    return answered(api.POST('/api/inspection/{job_id}/looks', { params: { path: { job_id: t.job } }, body: { item: t.item, state: 'done', words: t.words, by: t.by, on: t.on, photo: null, key: t.key ?? '' } }))
  }
  async function load() {
    const id = jobId()
    try {
      const found = await answered(api.GET('/api/inspection/{job_id}/looks', { params: { path: { job_id: id } } }))
      if (id !== jobId()) return
      saved.value = Object.fromEntries(
        found.looks.filter((l) => l.item.startsWith('change/')).map(({ item, looked }) => [item, { by: looked.by, at: looked.words, waits: false }]),
      )
    } catch (error) {
      if (!(error instanceof Refused)) throw error
    }
  }
  function tick(key: string, by: string) {
    const now = new Date()
    const at = now.toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' })
    put({ job: jobId(), item: `change/${key}`, by, on: now.toLocaleDateString('sv-SE'), words: at, key: newKey() })
  }
  watch(jobId, () => {
    saved.value = {}
    void load()
    void send()
  }, { immediate: true })
  return { done, tick }
}
