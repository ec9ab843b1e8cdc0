import type { Appliance } from '@/api/types'
import { stateWord } from '@/fields/states'
import { written } from '@/figures/write'

/** An appliance's nameplate as it is read: how many, VA or A, volts. */
export function nameplateText(a: Pick<Appliance, 'va' | 'amps' | 'count' | 'across'>): string {
  const each = a.va === null ? written(a.amps, 'A') : written(a.va, 'VA')
  return `${a.count > 1 ? `${a.count} × ` : ''}${each} · ${a.across === 'neutral' ? '1-pole' : '2-pole'}`
}

/** What else is known of an appliance, in a few words. */
export function remarks(a: Appliance): string {
  const words = []
  if (a.state !== 'comes') words.push(a.state === 'later' ? 'wanted later, not counted' : stateWord(a.state))
  if (a.never_with) words.push(`never with ${a.never_with}`)
  if (a.motor) words.push('motor')
  if (a.continuous) words.push('continuous')
  if (a.leg) words.push(`leg ${a.leg}`)
  return words.join(', ')
}
