import type { Electrode, Job } from '@/api/types'
import { COMES } from '@/fields/states'
import { told } from '@/stores/units'
import { defaults, list } from '@/stores/words'

export const ELECTRODE_KINDS = list<Electrode['kind']>('electrode_kinds')
export const ELECTRODE_METALS = list<Electrode['metal']>('electrode_metals')
export const PLACINGS = list<Electrode['placing']>('placings')

/** The fields that a kind of electrode is known by. */
export const FIELDS: Record<Electrode['kind'], (keyof Electrode)[]> = {
  rod: ['count', 'length', 'diameter', 'placing', 'x'],
  pipe: ['count', 'length', 'diameter', 'placing', 'x'],
  plate: ['count', 'area', 'thickness', 'depth', 'x'],
  ring: ['length', 'wire_size', 'depth', 'x'],
  strip: ['length', 'wire_size', 'depth', 'x'],
  'concrete-encased': ['length', 'diameter', 'depth', 'cover', 'stands_in_footing', 'x'],
  'water-pipe': ['length', 'diameter', 'depth', 'x'],
  'structural-metal': ['length', 'diameter', 'x'],
  'gas-pipe': ['length'],
}

const BLANK: Omit<Electrode, 'id' | 'kind'> = {
  metal: 'steel', ...COMES, connected: true, listed: false, count: 1, layout: 'row', spacing: null, length: null, diameter: null,
  wire_size: null, area: null, thickness: null, depth: null, placing: 'upright', slant_deg: null, x: null, y: null,
  measured_ohm: null, clamp_for_burial: null, lands_from_entry: null, bonded_past_meter: null, conductor_size: null, stands_in_footing: false, backfill: null, cover: null,
} // prettier-ignore

const QUANTITIES = { spacing: 'length', length: 'length', diameter: 'small' } as const

/** A new electrode of a kind as the code book's words begin with it, with an id that the place does not have yet. */
export function newElectrode(job: Job, kind: Electrode['kind'], taken: string[]): Electrode {
  let id: string = kind
  for (let i = 2; taken.includes(id); i++) id = `${kind}-${i}`
  return { ...BLANK, id, kind, ...told(defaults<Partial<Electrode>>(kind), QUANTITIES, job) }
}
