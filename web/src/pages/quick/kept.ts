import type { Job } from '@/api/types'

const KEY = 'quick-check'

/** The quick check that was on this tab's screen, so that a reload does not lose it. */
export function keptQuickJob(): Job | null {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as Job | null
  } catch {
    return null
  }
}

export function keepQuickJob(job: Job) {
  try {
    sessionStorage.setItem(KEY, JSON.stringify(job))
  } catch {
    // A browser that keeps nothing only forgets it at a reload.
  }
}
