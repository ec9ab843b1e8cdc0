import { applyPatch, deepClone, type Operation } from 'fast-json-patch'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { InjectionKey } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { components } from '@/api/schema'
import type { Job, JobState, PatchStep, Problem, Run, Solution } from '@/api/types'

type Schema = components['schemas']

/** What lies on the desk: a job with its solution, stored (with an id) or scratch (without). */
function desk() {
  const id = ref<string | null>(null)
  const version = ref(0)
  const job = shallowRef<Job | null>(null)
  const solution = shallowRef<Solution | null>(null)
  const canUndo = ref(false)
  const canRedo = ref(false)
  const selectedRun = ref<string | null>(null)
  const selectedStation = ref<string | null>(null)
  const problems = ref<Problem[]>([])
  const notice = ref('')
  const busy = ref(false)
  const scratchPast: Job[] = []
  const scratchFuture: Job[] = []
  let asked = 0
  let last: Promise<unknown> = Promise.resolve()

  const run = computed<Run | null>(() => job.value?.runs.find((r) => r.id === selectedRun.value) ?? null)
  const runIndex = computed(() => job.value?.runs.findIndex((r) => r.id === selectedRun.value) ?? -1)

  function lay(state: JobState) {
    id.value = state.id
    version.value = state.version
    canUndo.value = state.can_undo
    canRedo.value = state.can_redo
    show(state.job, state.solution)
  }

  function show(newJob: Job, newSolution: Solution) {
    job.value = newJob
    solution.value = newSolution
    const stations = newJob.stations.some((s) => s.id === selectedStation.value)
    if (!stations) selectedStation.value = null
    if (!newJob.runs.some((r) => r.id === selectedRun.value)) selectedRun.value = newJob.runs[0]?.id ?? null
  }

  async function open(jobId: string) {
    if (id.value !== jobId) clear()
    await attempt(async () => lay(await answered(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: jobId } } }))))
  }

  async function openScratch(document: Job) {
    clear()
    await attempt(async () => {
      const answer = await answered(api.POST('/api/solve', { body: document }))
      show(answer.job, answer.solution)
    })
  }

  function clear() {
    id.value = job.value = solution.value = selectedRun.value = selectedStation.value = null
    problems.value = []
    notice.value = ''
    scratchPast.length = scratchFuture.length = 0
    canUndo.value = canRedo.value = false
  }

  /** Run a call; a refusal becomes words on screen. Returns whether it went through. */
  async function attempt(work: () => Promise<void>): Promise<boolean> {
    busy.value = true
    try {
      await work()
      problems.value = []
      notice.value = ''
      return true
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      problems.value = error.problems
      notice.value = error.message
      if (error.status === 409 && id.value) await reload()
      return false
    } finally {
      busy.value = false
    }
  }

  async function reload() {
    if (!id.value) return
    lay(await answered(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: id.value } } })))
  }

  /** Edits, undo and redo wait for one another, so that each starts from what the one before left. */
  function inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = last.then(work)
    last = turn
    return turn
  }

  /** Change the job by a JSON Patch; a stored job is saved with it. */
  const edit = (patch: PatchStep[]) => inTurn(() => editNow(patch))

  function editNow(patch: PatchStep[]): Promise<boolean> {
    const call = ++asked
    return attempt(async () => {
      if (id.value) {
        const answer = await answered(
          api.PATCH('/api/jobs/{job_id}', {
            params: { path: { job_id: id.value }, header: { 'If-Match': `"${version.value}"` } },
            body: patch as Schema['Patch'],
          }),
        )
        if (call === asked) lay(answer)
        else version.value = answer.version
      } else if (job.value) {
        const answer = await answered(api.POST('/api/solve', { body: applied(job.value, patch) }))
        scratchPast.push(job.value)
        scratchFuture.length = 0
        markScratch()
        show(answer.job, answer.solution)
      }
    })
  }

  /** Solve a change without saving it, to show it while a slider moves. */
  async function preview(patch: PatchStep[]) {
    if (!job.value) return
    const call = ++asked
    try {
      const answer = await answered(api.POST('/api/solve', { body: applied(job.value, patch) }))
      if (call === asked) solution.value = answer.solution
    } catch (error) {
      if (!(error instanceof Refused)) throw error
    }
  }

  async function walk(direction: 'undo' | 'redo') {
    if (id.value) {
      const params = { path: { job_id: id.value }, header: { 'If-Match': `"${version.value}"` } }
      await attempt(async () => {
        const call =
          direction === 'undo'
            ? api.POST('/api/jobs/{job_id}/undo', { params })
            : api.POST('/api/jobs/{job_id}/redo', { params })
        lay(await answered(call))
      })
      return
    }
    const [from, to] = direction === 'undo' ? [scratchPast, scratchFuture] : [scratchFuture, scratchPast]
    const target = from.pop()
    if (!target || !job.value) return
    to.push(job.value)
    markScratch()
    await attempt(async () => {
      const answer = await answered(api.POST('/api/solve', { body: target }))
      show(answer.job, answer.solution)
    })
  }

  function markScratch() {
    canUndo.value = scratchPast.length > 0
    canRedo.value = scratchFuture.length > 0
  }

  const undo = () => inTurn(() => walk('undo'))
  const redo = () => inTurn(() => walk('redo'))

  /** Set fields of the selected run in one edit. */
  function setRun(fields: Partial<Run>): Promise<boolean> {
    const at = runIndex.value
    return edit(Object.entries(fields).map(([name, value]) => ({ op: 'add', path: `/runs/${at}/${name}`, value })))
  }

  function selectRun(runId: string | null) {
    selectedRun.value = runId
    selectedStation.value = null
  }

  /** Select a station, and with it the run that feeds it. */
  function selectStation(stationId: string) {
    const feeding = job.value?.runs.find((r) => r.to_station === stationId)
    if (feeding) selectedRun.value = feeding.id
    selectedStation.value = stationId
  }

  return {
    id, version, job, solution, canUndo, canRedo, selectedRun, selectedStation, problems, notice, busy, run, runIndex,
    open, openScratch, lay, edit, preview, undo, redo, setRun, selectRun, selectStation, clear,
  } // prettier-ignore
}

function applied(job: Job, patch: PatchStep[]): Job {
  return applyPatch(deepClone(job), patch as Operation[]).newDocument
}

export const useDesk = defineStore('desk', desk)
export const useScratchDesk = defineStore('scratch-desk', desk)
export type Desk = ReturnType<typeof useDesk>
export const deskKey: InjectionKey<Desk> = Symbol('desk')
