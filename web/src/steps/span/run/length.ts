import type { PatchStep, Run } from '@/api/types'

/** A length that is typed: it stands in place of what the route measures. */
export function lengthSteps(base: string, run: Run, length: number): PatchStep[] {
  const typed: PatchStep = { op: 'add', path: `${base}/cable/length`, value: length }
  return run.length_from === 'route' ? [{ op: 'add', path: `${base}/length_from`, value: 'entered' }, typed] : [typed]
}
