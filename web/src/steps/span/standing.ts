import type { PatchStep } from '@/api/types'

export type Standing = 'new' | 'there' | 'to-come'

export const STANDINGS = [
  { value: 'new', words: 'new' },
  { value: 'there', words: 'there already' },
  { value: 'to-come', words: 'to come some day' },
] as const

/** Whether a station or a run is made by this job, is there, or comes some day. */
export function standing(thing: { existing: boolean; future: boolean }): Standing {
  return thing.existing ? 'there' : thing.future ? 'to-come' : 'new'
}

export function standingSteps(base: string, standing: Standing): PatchStep[] {
  return [
    { op: 'add', path: `${base}/existing`, value: standing === 'there' },
    { op: 'add', path: `${base}/future`, value: standing === 'to-come' },
  ]
}
