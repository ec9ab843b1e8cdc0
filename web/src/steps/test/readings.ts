import { computed, ref, type Ref } from 'vue'

import { answered, api, asSent } from '@/api/client'
import type { ReadingBody, ReadingsReply } from '@/api/types'
import { readNumber, sentNumber } from '@/fields/entry/number'
import { useAsked } from '@/stores/sent/asking'
import type { Desk } from '@/stores/desk'
import { useKept } from '@/stores/sent/kept'

/** What ran, as it is typed: not said yet, as it was, all off, so much (%) of the loads, the main off; a test load (A). */
export interface Ran {
  load: '' | 'as-was' | 'off' | 'these' | 'main-off'
  share: string
  extra: string
  extraAt: string
}
export type SentRan = Pick<ReadingBody, 'load' | 'share' | 'extra_a' | 'extra_at'>

/** What ran as it is sent; nothing of it where it has no part in what is read. */
export function sentRan(ran: Ran | null): SentRan {
  if (!ran?.load) return { load: 'untold', share: null, extra_a: 0, extra_at: null }
  const extra = ran.load === 'main-off' ? 0 : sentNumber(ran.extra || '0')
  const share = ran.load === 'these' && ran.share.trim() ? sentNumber(ran.share, false, 100) : null
  return { load: ran.load, share, extra_a: extra, extra_at: extra && ran.extraAt ? ran.extraAt : null }
}

/** Places of the potential probe with what was read there, one a line ("10 12.1"); the first line that is none. */
export function fallPoints(typed: string, metric: boolean): { points: [number, number][]; broken: string } {
  const points: [number, number][] = []
  for (const line of typed.split('\n').map((each) => each.trim()).filter(Boolean)) {
    const parts = line.split(/[\s;]+/)
    const two = (parts.length === 1 ? line.split(',') : parts).map((part) => readNumber(part, metric))
    if (two.length !== 2 || two.some((each) => typeof each === 'string')) return { points, broken: line }
    points.push(two as [number, number])
  }
  return { points, broken: '' }
}

/** The readings of the job on the desk, judged; what cannot be sent is kept in this browser until it can. */
export function useReadings(desk: Desk, practice: Ref<string>) {
  const added = ref(0)
  const { found, trouble } = useAsked(
    desk,
    async (job) => (await answered(api.POST('/api/readings', { body: { job, job_id: desk.id, practice: practice.value } }))) as ReadingsReply,
    () => [desk.id, practice.value, added.value].join(),
  )
  const { waiting, put, drop } = useKept('readings', () => (added.value += 1))
  const mine = computed(() => waiting.value.filter((w) => w.job === desk.id && w.body.practice === practice.value))

  /** Log a reading with its photo; a refusal is thrown for its field, no answer at all keeps it here. */
  async function log(body: Omit<ReadingBody, 'key'>, photo: File | null) {
    if (desk.id) await put(desk.id, { practice: practice.value, body, photo })
  }
  async function csv(file: File) {
    const sent = { ...asSent(file), headers: { 'Content-Type': 'text/csv' } }
    const kept = await answered(api.POST('/api/readings/{job_id}/csv', { params: { path: { job_id: desk.id ?? '' }, query: { practice: practice.value } }, ...sent }))
    added.value += 1
    return kept
  }
  return { found, trouble, mine, drop, log, csv }
}

export const VERDICTS = { 'as-expected': 'as it should be', off: 'off', far: 'far off', none: '' } as const

/** A figure that was measured: three digits that count. */
export function measuredText(value: number | null | undefined, unit: string): string {
  if (value === null || value === undefined) return '—'
  if (value >= 9999) return 'open'
  if (unit === 'times opened') return value ? 'opened' : 'did not open'
  return `${Number(value.toPrecision(3)).toLocaleString('en-US', { maximumFractionDigits: 4 })} ${unit}`
}

/** A chance as it is said: nothing is certain that readings only make likely. */
export function percentText(chance: number): string {
  return chance > 0.99 ? '> 99 %' : `${Math.round(100 * chance)} %`
}
