import { computed, ref, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import { useKept } from '@/stores/sent/kept'

/** The ticks of the moment of change: written down here first, sent when the server answers. */
export function useTicks(jobId: () => string) {
  const saved = ref<Record<string, { by: string; at: string; waits: boolean }>>({})
  const { waiting, put } = useKept('looks', () => void load())
  const mine = computed(() => waiting.value.filter((w) => w.job === jobId() && w.body.body.item.startsWith('change/')))
  const done = computed(() => ({
    ...saved.value,
    ...Object.fromEntries(mine.value.map(({ body: { body } }) => [body.item, { by: body.by, at: body.words ?? '', waits: true }])),
  }))

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
  /** Tick a step; a refusal is thrown for the person. */
  async function tick(key: string, by: string) {
    const now = new Date()
    const at = now.toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' })
    await put(jobId(), { body: { item: `change/${key}`, state: 'done', by, on: now.toLocaleDateString('sv-SE'), words: at, photo: null } })
  }
  watch(jobId, () => {
    saved.value = {}
    void load()
  }, { immediate: true })
  return { done, tick }
}
