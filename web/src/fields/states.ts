import type { PatchStep, Run } from '@/api/types'

export type Stated = Pick<Run, 'state' | 'until' | 'becomes' | 'reused_at' | 'stands_in_for'>
export type State = Run['state']

export const STATES = [
  { value: 'comes', words: 'new' },
  { value: 'stays', words: 'there, stays' },
  { value: 'goes', words: 'there, comes out' },
  { value: 'for-now', words: 'temporary' },
  { value: 'later', words: 'to come some day' },
] as const

export const BECOMES = [
  { value: null, words: 'not said' },
  { value: 'taken-out', words: 'taken out' },
  { value: 'reused', words: 'used again' },
  { value: 'capped', words: 'capped' },
  { value: 'left-dead', words: 'left dead' },
] as const

/** What is made by the job, with nothing that it stands in for. */
export const COMES = { state: 'comes', until: null, becomes: null, reused_at: null, stands_in_for: [] as string[] } as const

/** A part in another state: what only its old one had goes with it. */
export function inState(was: Stated, state: State): Stated {
  const old = state === 'stays' || state === 'goes'
  return {
    state,
    until: state === 'for-now' ? was.until : null,
    becomes: state === 'goes' ? was.becomes : null,
    reused_at: state === 'goes' ? was.reused_at : null,
    stands_in_for: old ? [] : was.stands_in_for,
  }
}

/** The steps that put the part at `base` into a state. */
export function stateSteps(base: string, fields: Partial<Stated>): PatchStep[] {
  return Object.entries(fields).map(([name, value]) => ({ op: 'add', path: `${base}/${name}`, value }))
}

/** A state in words. */
export function stateWord(state: State): string {
  return STATES.find((s) => s.value === state)?.words ?? state
}

/** Whether a part is none of the property as it is left. */
export function isAway(part: Stated): boolean {
  return part.state === 'goes' || part.state === 'for-now'
}
