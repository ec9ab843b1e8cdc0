import type { Electrode } from '@/api/types'

export const ELECTRODE_KINDS: { value: Electrode['kind']; words: string }[] = [
  { value: 'rod', words: 'rod' },
  { value: 'pipe', words: 'driven pipe' },
  { value: 'plate', words: 'plate' },
  { value: 'ring', words: 'ground ring' },
  { value: 'concrete-encased', words: 'footing bar' },
  { value: 'water-pipe', words: 'metal water pipe' },
  { value: 'structural-metal', words: 'structural metal' },
  { value: 'strip', words: 'buried strip' },
  { value: 'gas-pipe', words: 'gas pipe' },
]
export const ELECTRODE_METALS: { value: Electrode['metal']; words: string }[] = [
  { value: 'steel', words: 'steel, coated' },
  { value: 'copper', words: 'copper' },
  { value: 'stainless', words: 'stainless' },
  { value: 'aluminium', words: 'aluminium' },
]
export const PLACINGS: { value: Electrode['placing']; words: string }[] = [
  { value: 'upright', words: 'upright' },
  { value: 'slanted', words: 'slanted' },
  { value: 'trench', words: 'in a trench' },
]

/** The fields that a kind of electrode is known by. */
export const FIELDS: Record<Electrode['kind'], (keyof Electrode)[]> = {
  rod: ['count', 'length_ft', 'diameter_in', 'placing', 'x_ft'],
  pipe: ['count', 'length_ft', 'diameter_in', 'placing', 'x_ft'],
  plate: ['count', 'area_ft2', 'thickness_in', 'depth_in', 'x_ft'],
  ring: ['length_ft', 'wire_size', 'depth_in', 'x_ft'],
  strip: ['length_ft', 'wire_size', 'depth_in', 'x_ft'],
  'concrete-encased': ['length_ft', 'diameter_in', 'depth_in', 'cover_in', 'stands_in_footing', 'x_ft'],
  'water-pipe': ['length_ft', 'diameter_in', 'depth_in', 'x_ft'],
  'structural-metal': ['length_ft', 'diameter_in', 'x_ft'],
  'gas-pipe': ['length_ft'],
}

const BLANK: Omit<Electrode, 'id' | 'kind'> = {
  metal: 'steel', existing: false, connected: true, listed: false, count: 1, layout: 'row', spacing_ft: null, length_ft: null, diameter_in: null,
  wire_size: null, area_ft2: null, thickness_in: null, depth_in: null, placing: 'upright', slant_deg: null, x_ft: null, y_ft: null,
  measured_ohm: null, clamp_for_burial: null, lands_from_entry_ft: null, bonded_past_meter: null, conductor_size: null, stands_in_footing: false, cover_in: null,
} // prettier-ignore

const NEW: Partial<Record<Electrode['kind'], Partial<Electrode>>> = {
  rod: { count: 2, spacing_ft: 8, length_ft: 8, diameter_in: 0.625 },
  'water-pipe': { metal: 'copper', existing: true },
  'concrete-encased': { length_ft: 20, diameter_in: 0.5 },
  ring: { metal: 'copper', wire_size: '2' },
  'gas-pipe': { existing: true, connected: false },
}

/** A new electrode of a kind as it is commonly made, with an id that the place does not have yet. */
export function newElectrode(kind: Electrode['kind'], taken: string[]): Electrode {
  let id: string = kind
  for (let i = 2; taken.includes(id); i++) id = `${kind}-${i}`
  return { ...BLANK, id, kind, ...NEW[kind] }
}
