import { defineStore } from 'pinia'
import { ref } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { DemoJob, Job, JobState, JobSummary, Shelf } from '@/api/types'

/** The jobs on the shelf. */
export const useShelf = defineStore('shelf', () => {
  const jobs = ref<JobSummary[]>([])
  const demos = ref<DemoJob[]>([])
  const shelf = ref<Shelf>('open')
  const search = ref('')
  const notice = ref<string[]>([])
  const loaded = ref(false)
  const many = ref(0)
  let asked = 0

  async function attempt<T>(work: () => Promise<T>): Promise<T | null> {
    notice.value = []
    try {
      return await work()
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      notice.value = [error.message, ...error.problems.map((p) => `${p.where || p.pointer || 'the file'}: ${p.words}${p.where ? ` (${p.pointer})` : ''}`)]
      return null
    }
  }

  /** The first page of the shelf, or the next below what is listed. */
  async function list(more = false) {
    const first = more ? jobs.value.length : 0
    const query = { search: search.value, shelf: shelf.value, first }
    const call = ++asked
    const answer = await attempt(() => answered(api.GET('/api/jobs', { params: { query } })))
    // An answer to what is no longer asked says nothing.
    if (call !== asked) return
    if (answer) {
      const known = new Set(jobs.value.map((each) => each.id))
      jobs.value = more ? [...jobs.value, ...answer.jobs.filter((each) => !known.has(each.id))] : answer.jobs
      many.value = answer.many
    }
    loaded.value = true
  }

  async function listDemos() {
    const answer = await attempt(() => answered(api.GET('/api/demos')))
    if (answer) demos.value = answer.demos
  }

  const create = (job: Job) => attempt<JobState>(() => answered(api.POST('/api/jobs', { body: job })))
  const openDemo = (key: string) => attempt<JobState>(() => answered(api.POST('/api/demos/{key}', { params: { path: { key } } })))

  /** Read a job file as it is; what is wrong with it is said by the server, place by place. */
  function importFile(file: File): Promise<JobState | null> {
    return attempt<JobState>(() =>
      answered(
        api.POST('/api/jobs/import', {
          body: file as never,
          bodySerializer: (body) => body as never,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
    )
  }

  async function putOn(id: string, where: Shelf) {
    await attempt(() => answered(api.PUT('/api/jobs/{job_id}/shelf/{shelf}', { params: { path: { job_id: id, shelf: where } } })))
    await list()
  }

  async function duplicate(id: string) {
    await attempt(() => answered(api.POST('/api/jobs/{job_id}/duplicate', { params: { path: { job_id: id } } })))
    await list()
  }

  return { jobs, demos, shelf, search, notice, loaded, many, list, listDemos, create, openDemo, importFile, putOn, duplicate }
})
