import { useEventListener, useIntervalFn } from '@vueuse/core'
import { answered, api, asSent, Refused } from '@/api/client'
import type { LookBody, ReadingBody, Watched } from '@/api/types'
import { keep, letGo, newKey, outlives, waitingOf, type Waits } from './waiting'

/** A reading as it is kept here until the server has it: without its key, which stands beside it. */
export interface KeptReading {
  practice: string
  body: Omit<ReadingBody, 'key'>
  photo?: Blob | null
}

/** What was found at an item of the inspection list, or ticked at the moment of change. */
export interface KeptLook {
  body: Omit<LookBody, 'key'>
  photo?: Blob | null
  watch?: Watched | null
}
interface Kept {
  readings: KeptReading
  looks: KeptLook
}
export type KeptList = keyof Kept

const AGAIN_MS = 15_000
// What this tab is sending just now, whichever page asked for it.
const underWay = new Set<string>()

const POST: { [L in KeptList]: (each: Waits<Kept[L]>) => Promise<unknown> } = {
  async readings({ key, job, body: { practice, body, photo } }) {
    const sent = { ...body, photo: await photoOf(job, key, photo), key }
    return answered(api.POST('/api/readings/{job_id}', { params: { path: { job_id: job }, query: { practice } }, body: sent }))
  },
  async looks({ key, job, body: { body, photo, watch } }) {
    const sent = { ...body, photo: await photoOf(job, key, photo), key }
    await answered(api.POST('/api/inspection/{job_id}/looks', { params: { path: { job_id: job } }, body: sent }))
    if (watch) await answered(api.POST('/api/inspection/watched', { body: watch }))
  },
}

async function photoOf(job: string, key: string, photo?: Blob | null): Promise<number | null> {
  if (!photo) return null
  const params = { path: { job_id: job }, query: { key: `${key}-photo` } }
  return (await answered(api.POST('/api/inspection/{job_id}/photos', { params, ...asSent(photo) }))).photo
}

async function once<L extends KeptList>(each: Waits<Kept[L]> & { list: L }) {
  underWay.add(each.key)
  try {
    await POST[each.list](each)
    await letGo(each.key)
  } finally {
    underWay.delete(each.key)
  }
}

/** Send what waits, until something does not come through; what is refused for good stays with the refusal's words. */
export async function sendWaiting() {
  for (const list of Object.keys(POST) as KeptList[]) {
    for (const each of await waitingOf<Kept[typeof list]>(list)) {
      if (each.refused || underWay.has(each.key)) continue
      try {
        await once(each as Waits<Kept[typeof list]> & { list: typeof list })
      } catch (error) {
        if (!(error instanceof Refused)) throw error
        if (error.passing) return
        await keep({ ...each, refused: error.problems[0]?.words ?? error.message })
      }
    }
  }
}

/** Keep something and send it. Whether the server has it; what it refuses for good is thrown, and no longer kept. */
export async function keepAndSend<L extends KeptList>(list: L, job: string, body: Kept[L], key = newKey()): Promise<boolean> {
  underWay.add(key)
  const each = await keep({ key, list, job, body })
  try {
    await once(each as Waits<Kept[L]> & { list: L })
    return true
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    if (error.passing) return false
    await letGo(key)
    throw error
  }
}

/** Send what waits now and from time to time, as long as the page stands; gives back how to end it. */
export function keepSending(): () => void {
  const again = () => void sendWaiting()
  void fromBefore().then(again)
  const deaf = useEventListener(window, 'online', again)
  const { pause } = useIntervalFn(again, AGAIN_MS)
  return () => {
    deaf()
    pause()
  }
}

/** What an older page kept another way, taken over once. */
async function fromBefore() {
  for (const list of ['readings', 'ticks']) {
    const name = `northspan.${list}`
    const found = localStorage.getItem(name)
    if (found === null) continue
    let entries: unknown = []
    try {
      entries = JSON.parse(found)
    } catch {
      // What is no list any more cannot be sent.
    }
    for (const each of (Array.isArray(entries) ? entries : []) as (Record<string, never> | null)[]) {
      if (typeof each?.job !== 'string') continue
      const { key = newKey(), ...body } = (list === 'ticks' ? each : (each.body ?? {})) as Record<string, never>
      if (list === 'readings') await keep({ key, list, job: each.job, body: { practice: each.practice, body } })
      else {
        const { item, by, on, words } = body
        await keep({ key, list: 'looks', job: each.job, body: { body: { item, by, on, words, state: 'done', photo: null } } })
      }
    }
    if (outlives.value) localStorage.removeItem(name)
  }
}
