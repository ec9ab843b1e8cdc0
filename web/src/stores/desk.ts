import { applyPatch, deepClone, type Operation } from 'fast-json-patch'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { InjectionKey } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { components } from '@/api/schema'
import type { Cable, Job, JobState, Locks, PatchStep, Problem, Run, Solution } from '@/api/types'
import { addressed } from './sent/addresses'
import { changed } from './sent/changes'
import { useOutbox, type Outgoing } from './sent/outbox'
import { keep, letGo, newKey, waitingOf, type Waits } from './sent/waiting'
import { useWorkings } from './workings'

type Schema = components['schemas']

/** An edit, or a step back or forth, as it is kept in this browser until the server has taken it. */
interface KeptEdit {
  version: number
  does: 'edit' | 'undo' | 'redo'
  patch: PatchStep[]
  named: PatchStep[]
}

/** What lies on the desk: a job with its solution, stored (with an id) or scratch (without). */
function desk(scratch: boolean) {
  const id = ref<string | null>(null)
  const name = ref('')
  // What the server has said of the job, and nothing else; above it what a slider shows while it moves. What waits to be
  // sent lies in the outbox, and shows at its field as not saved.
  const served = shallowRef<{ job: Job; solution: Solution | null; key: string } | null>(null)
  const previewed = shallowRef<{ solution: Solution; key: string } | null>(null)
  const job = computed(() => served.value?.job ?? null)
  const solution = computed(() => previewed.value?.solution ?? served.value?.solution ?? null)
  const key = computed(() => (previewed.value ?? served.value)?.key ?? '')
  const fault = ref('')
  // A demo job or a copy for practice: instruments and outside desks are simulated there alone.
  const practice = ref(false)
  const canUndo = ref(false)
  const canRedo = ref(false)
  const selectedRun = ref<string | null>(null)
  const selectedStation = ref<string | null>(null)
  const problems = ref<Problem[]>([])
  const notice = ref('')
  // Rises whenever an edit was taken, refused or held up: what is on screen then shows what is so.
  const settled = ref(0)
  const versions = new Map<string, number>()
  // What changes stored jobs and is not answered for yet, as it is kept in this browser.
  const ours = new Set<Waits<KeptEdit>>()
  const scratchPast: Job[] = []
  const scratchFuture: Job[] = []
  const outbox = useOutbox(refused)
  watch([outbox.trouble, outbox.unsent], () => {
    // An edit that is held up is not taken: no figure goes on showing what it would have made.
    if (outbox.trouble.value) previewed.value = null
    settled.value += 1
  })
  const workings = useWorkings()
  // The version that lies here as it was saved: what an answer that tells only what changed starts from.
  let saved: { version: number; job: Job; solution: Solution } | null = null
  let asked = 0
  let wanted: string | null = null

  const run = computed<Run | null>(() => job.value?.runs.find((r) => r.id === selectedRun.value) ?? null)
  const runIndex = computed(() => job.value?.runs.findIndex((r) => r.id === selectedRun.value) ?? -1)

  function lay(state: JobState) {
    id.value = wanted = state.id
    name.value = state.name
    fault.value = state.fault ?? ''
    practice.value = state.practice ?? false
    canUndo.value = state.can_undo
    canRedo.value = state.can_redo
    if (!outbox.holds(state.id)) versions.set(state.id, state.version)
    if (state.changes && saved?.version === state.since) {
      const now = changed({ job: saved.job, solution: saved.solution }, state.changes as PatchStep[])
      show(now.job, now.solution, state.key)
    } else if (state.changes) {
      // What it starts from is not what lies here: it is fetched whole.
      void open(state.id)
      return
    } else if (state.job) show(state.job, state.solution, state.key)
    else served.value = previewed.value = null
    saved = job.value && solution.value ? { version: state.version, job: job.value, solution: solution.value } : null
    if (fault.value) problems.value = state.problems ?? []
  }

  function show(newJob: Job, newSolution: Solution | null, newKey: string) {
    workings.place(newSolution, newKey)
    served.value = { job: newJob, solution: newSolution, key: newKey }
    previewed.value = null
    const stations = newJob.stations.some((s) => s.id === selectedStation.value)
    if (!stations) selectedStation.value = null
    if (!newJob.runs.some((r) => r.id === selectedRun.value)) selectedRun.value = newJob.runs[0]?.id ?? null
  }

  /**
   * Lay a stored job on the desk; an answer that comes after another job was asked for is let go, and one that an edit
   * saved meanwhile has overtaken is asked for again.
   */
  async function open(jobId: string) {
    if (id.value !== jobId) clear()
    wanted = jobId
    await restored
    await attempt(async () => {
      for (;;) {
        const before = versions.get(jobId)
        const state = await answered(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: jobId } } }))
        if (wanted !== jobId) return
        if (versions.get(jobId) === before || state.version === versions.get(jobId)) return lay(state)
      }
    })
  }

  async function openScratch(document: Job): Promise<boolean> {
    clear()
    return attempt(async () => {
      const answer = await answered(api.POST('/api/solve', { body: document }))
      show(answer.job, answer.solution, answer.key)
    })
  }

  function clear() {
    id.value = served.value = previewed.value = saved = selectedRun.value = selectedStation.value = null
    name.value = fault.value = ''
    calm()
    scratchPast.length = scratchFuture.length = 0
    practice.value = canUndo.value = canRedo.value = false
  }

  function calm() {
    problems.value = []
    notice.value = ''
  }

  function tell(error: Refused) {
    problems.value = error.problems
    notice.value = error.message
  }

  /** Run a call; a refusal becomes words on screen. Returns whether it went through. */
  async function attempt(work: () => Promise<void>): Promise<boolean> {
    try {
      await work()
      if (!fault.value) calm()
      return true
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      tell(error)
      return false
    } finally {
      settled.value += 1
    }
  }

  /** What was refused is not sent again; what waited behind a stale edit was made on what no longer stands. */
  function refused(error: Refused, step: Outgoing) {
    tell(error)
    const jobId = step.job
    if (error.version !== null && jobId) {
      const more = outbox.drop(jobId)
      if (more) notice.value += `; ${more + 1} edits were not saved`
      void outbox.put({ job: jobId, patch: [], send: () => reload(jobId) }, true)
    }
    settled.value += 1
  }

  async function reload(jobId: string) {
    const state = await answered(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: jobId } } }))
    versions.set(jobId, state.version)
    if (id.value === jobId) lay(state)
    settled.value += 1
  }

  function send(step: Outgoing): Promise<boolean> {
    const taken = outbox.put(step)
    void taken.then((through) => {
      if (!through) previewed.value = null
      settled.value += 1
    })
    return taken
  }

  /** Change the job by a JSON Patch; a stored job is saved with it. Gives whether it was taken. */
  function edit(patch: PatchStep[]): Promise<boolean> {
    const call = ++asked
    if (outbox.trouble.value) previewed.value = null
    if (!id.value) return send({ job: null, patch, send: () => editScratch(patch) })
    return change(id.value, { does: 'edit', patch, named: addressed(job.value, patch) }, () => call !== asked)
  }

  /** Send what changes a stored job: kept in this browser from now until the server has answered for it. */
  function change(jobId: string, what: Omit<KeptEdit, 'version'>, moving = () => false): Promise<boolean> {
    const body = { ...what, version: versions.get(jobId) ?? 0 }
    const each = { key: newKey(), list: 'edits' as const, job: jobId, at: Date.now(), body }
    void keep(each)
    return sendKept(each, moving)
  }

  function sendKept(each: Waits<KeptEdit>, moving: () => boolean): Promise<boolean> {
    const { key, job: jobId, body } = each
    const path = { job_id: jobId }
    const through = send({
      job: jobId,
      patch: body.patch,
      send: async () => {
        const params = { path, header: { 'If-Match': `"${versions.get(jobId) ?? 0}"`, 'Idempotency-Key': key } }
        const { does, named } = body
        const call =
          does === 'edit' ? api.PATCH('/api/jobs/{job_id}', { params, body: named as Schema['Patch'] })
          : does === 'undo' ? api.POST('/api/jobs/{job_id}/undo', { params })
          : api.POST('/api/jobs/{job_id}/redo', { params }) // prettier-ignore
        const state = await answered(call)
        for (const other of ours) if (other !== each && other.job === jobId) void keep(rebased(other, state.version))
        taken(state, moving())
      },
    })
    ours.add(each)
    void through.then(() => {
      ours.delete(each)
      void letGo(key)
    })
    return through
  }

  /** What waits behind an edit that was taken starts from what that one made. */
  function rebased(each: Waits<KeptEdit>, version: number) {
    each.body = { ...each.body, version }
    return each
  }

  /** What an earlier page could not send: it waits again as it did, and is sent. */
  async function restore() {
    for (const each of scratch ? [] : await waitingOf<KeptEdit>('edits')) {
      if (!Array.isArray(each.body.patch) || !Array.isArray(each.body.named)) continue
      if (!versions.has(each.job)) versions.set(each.job, each.body.version)
      // It is late from the first: shown at its field as not saved.
      outbox.late.value = true
      void sendKept(each, () => false)
    }
  }
  const restored = restore()

  /** A save that ends after another job was opened is not laid on the desk; under a slider that moves on it lies below. */
  function taken(state: JobState, moving: boolean) {
    versions.set(state.id, state.version)
    if (id.value !== state.id) return
    calm()
    const above = moving ? previewed.value : null
    lay(state)
    previewed.value = above
  }

  async function editScratch(patch: PatchStep[]) {
    if (!job.value) return
    const answer = await answered(api.POST('/api/solve', { body: applied(job.value, patch) }))
    scratchPast.push(job.value)
    scratchFuture.length = 0
    showScratch(answer)
  }

  function showScratch(answer: { job: Job; solution: Solution; key: string }) {
    calm()
    canUndo.value = scratchPast.length > 0
    canRedo.value = scratchFuture.length > 0
    show(answer.job, answer.solution, answer.key)
  }

  /** Solve a change without saving it, to show it while a slider moves. */
  async function preview(patch: PatchStep[]) {
    if (!job.value) return
    const call = ++asked
    try {
      const answer = await answered(api.POST('/api/solve', { body: applied(job.value, patch) }))
      if (call !== asked) return
      workings.place(answer.solution, answer.key)
      previewed.value = { solution: answer.solution, key: answer.key }
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      if (call === asked) previewed.value = null
    }
  }

  function walk(direction: 'undo' | 'redo'): Promise<boolean> {
    const jobId = id.value
    asked += 1
    previewed.value = null
    const walked = () => (jobId ? change(jobId, { does: direction, patch: [], named: [] }) : send({ job: null, patch: [], send: () => walkScratch(direction) }))
    const back = direction === 'undo' ? outbox.takeBack(jobId) : null
    return back ? back.then((gone) => gone || walked()) : walked()
  }

  async function walkScratch(direction: 'undo' | 'redo') {
    const [from, to] = direction === 'undo' ? [scratchPast, scratchFuture] : [scratchFuture, scratchPast]
    const target = from.at(-1)
    if (!target || !job.value) return
    const answer = await answered(api.POST('/api/solve', { body: target }))
    from.pop()
    to.push(job.value)
    showScratch(answer)
  }

  const undo = () => walk('undo')
  const redo = () => walk('redo')

  /** What an edit that was not answered for yet wants at a place, if there is one. */
  function waitingAt(pointer: string): { value: unknown } | undefined {
    const mine = outbox.waiting.value.filter((w) => w.job === id.value).flatMap((w) => w.patch)
    const step = mine.filter((p) => p.op !== 'remove' && `${pointer}/`.startsWith(`${p.path}/`)).at(-1)
    if (!step) return undefined
    const within = pointer.slice(step.path.length).split('/').slice(1)
    return { value: within.reduce<unknown>((at, key) => (at as Record<string, unknown> | null)?.[key], step.value) }
  }

  /** The same, once it is held up: told at its field as not saved. */
  const unsentAt = (pointer: string) => (outbox.unsent.value ? waitingAt(pointer) : undefined)

  /** Set fields of the selected run in one edit. */
  function setRun(fields: Partial<Run>): Promise<boolean> {
    return edit(runSteps('', fields))
  }

  /** Set fields of its cable, and of its locks, in one edit. */
  function setCable(cable: Partial<Cable>, locks: Partial<Locks> = {}): Promise<boolean> {
    return edit([...runSteps('cable/', cable), ...runSteps('locks/', locks)])
  }

  function setLocks(locks: Partial<Locks>): Promise<boolean> {
    return setCable({}, locks)
  }

  function runSteps(part: string, fields: object): PatchStep[] {
    return Object.entries(fields).map(([name, value]) => ({ op: 'add', path: `/runs/${runIndex.value}/${part}${name}`, value }))
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
    id, name, job, solution, key, fault, practice, canUndo, canRedo, selectedRun, selectedStation, problems, notice, settled, run, runIndex,
    unsent: outbox.unsent, trouble: outbox.trouble, sendNow: outbox.sendNow, waitingAt, unsentAt,
    open, openScratch, lay, edit, preview, undo, redo, setRun, setCable, setLocks, selectRun, selectStation, clear,
  } // prettier-ignore
}

function applied(job: Job, patch: PatchStep[]): Job {
  return applyPatch(deepClone(job), patch as Operation[]).newDocument
}

export const useDesk = defineStore('desk', () => desk(false))
export const useScratchDesk = defineStore('scratch-desk', () => desk(true))
export type Desk = ReturnType<typeof useDesk>
export const deskKey: InjectionKey<Desk> = Symbol('desk')
