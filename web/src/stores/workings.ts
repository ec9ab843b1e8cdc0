import { defineStore } from 'pinia'

import { answered, api, Refused } from '@/api/client'
import type { Figure, Job, RunAnswer, Solution, Step } from '@/api/types'

interface Place {
  key: string
  at: string
}

/** Where each figure on the desk stands in its solution, and its working once it was asked for. */
export const useWorkings = defineStore('workings', () => {
  const places = new WeakMap<object, Place>()
  const known = new WeakMap<object, Step[]>()

  /** Learn where the figures of a solution stand; what is in it comes bare. */
  function place(solution: Solution | null, key: string) {
    if (solution && key) walk(solution, key, '')
  }

  function walk(part: unknown, key: string, at: string) {
    if (typeof part !== 'object' || part === null) return
    if ('unit' in part && 'steps' in part) {
      places.set(part, { key, at })
      return
    }
    for (const [name, value] of Object.entries(part)) walk(value, key, `${at}/${name.replaceAll('~', '~0').replaceAll('/', '~1')}`)
  }

  /** Ask for a part of what was solved; a job that was solved too long ago is solved again for it. */
  async function asked<T>(ask: () => Promise<T>, job: Job | null): Promise<T> {
    try {
      return await ask()
    } catch (error) {
      if (!(error instanceof Refused) || error.status !== 404 || !job) throw error
      await answered(api.POST('/api/solve', { body: job }))
      return ask()
    }
  }

  /** The lines of a figure's working. */
  async function of(figure: Figure, job: Job | null): Promise<Step[]> {
    const place = places.get(figure)
    if (figure.steps.length || !place) return figure.steps
    const had = known.get(figure)
    if (had) return had
    const params = { path: { key: place.key }, query: { at: place.at } }
    const found = await asked(() => answered(api.GET('/api/solutions/{key}/working', { params })), job)
    known.set(figure, found.figure.steps)
    return found.figure.steps
  }

  /** A run with its ladders and every working. */
  async function run(key: string, runId: string, job: Job | null): Promise<RunAnswer> {
    const params = { path: { key, run: runId } }
    return (await asked(() => answered(api.GET('/api/solutions/{key}/runs/{run}', { params })), job)).run
  }

  return { place, of, run }
})
