import type { Column } from './ItemRows.vue'
import type { BreakerItem, DurationItem, PanelItem, SpoolItem, VanItem } from '@/api/types'
import { METALS } from '@/fields/choices'
import { BREAKER_KINDS, TERMINAL_METALS } from '@/steps/panels/lists'

export const PANEL_COLUMNS: readonly Column[] = [
  { key: 'spaces', label: 'Spaces', kind: 'figure' },
  { key: 'circuits', label: 'Poles', kind: 'figure' },
  { key: 'twin_spaces', label: 'Tandems in', kind: 'words' },
  { key: 'bus_a', label: 'Bus, A', kind: 'figure' },
  { key: 'main_a', label: 'Main, A', kind: 'figure' },
  { key: 'neutral_holes', label: 'Neutral holes', kind: 'figure' },
  { key: 'ground_holes', label: 'Ground holes', kind: 'figure' },
  { key: 'grounds_a_hole', label: 'Grounds a hole', kind: 'figure' },
  { key: 'hole_least', label: 'Hole from', kind: 'words' },
  { key: 'hole_most', label: 'to', kind: 'words' },
  { key: 'lug_least', label: 'Lug from', kind: 'words' },
  { key: 'lug_most', label: 'to', kind: 'words' },
  { key: 'lug_metal', label: 'Lug for', kind: 'choice', choices: TERMINAL_METALS },
  { key: 'torque_lb_in', label: 'Torque, lb·in', kind: 'figure' },
]

export const BREAKER_COLUMNS: readonly Column[] = [
  { key: 'poles', label: 'Poles', kind: 'figure' },
  { key: 'rating_a', label: 'A', kind: 'figure' },
  { key: 'kind', label: 'Guard', kind: 'choice', choices: BREAKER_KINDS },
  { key: 'tandem', label: 'Tandem', kind: 'switch' },
  { key: 'most_wire', label: 'Wire to', kind: 'words' },
  { key: 'terminal_c', label: 'Terminals, °C', kind: 'figure' },
  { key: 'torque_lb_in', label: 'Torque, lb·in', kind: 'figure' },
]

export const SPOOL_COLUMNS: readonly Column[] = [
  { key: 'metal', label: 'Metal', kind: 'choice', choices: METALS },
  { key: 'insulation', label: 'Insulation', kind: 'words' },
  { key: 'size', label: 'Size', kind: 'words' },
  { key: 'colours', label: 'Colours', kind: 'words' },
  { key: 'length_ft', label: 'Length, ft', kind: 'figure' },
  { key: 'price', label: 'Price, $', kind: 'figure' },
  { key: 'van', label: 'In the van', kind: 'figure' },
  { key: 'wires', label: 'Of a cable, wires', kind: 'figure' },
]

export const VAN_COLUMNS: readonly Column[] = [
  { key: 'quantity', label: 'In the van', kind: 'figure' },
  { key: 'unit', label: 'Counted in', kind: 'choice', choices: [{ value: 'each', words: 'pieces' }, { value: 'ft', words: 'feet' }] },
]

export const DURATION_COLUMNS: readonly Column[] = [
  { key: 'minutes', label: 'Minutes', kind: 'figure' },
  { key: 'per', label: 'For', kind: 'choice', choices: [{ value: 'each', words: 'each' }, { value: 'ft', words: 'every foot' }] },
  { key: 'crew', label: 'People', kind: 'figure' },
  { key: 'why', label: 'Why', kind: 'words' },
]

export const BLANK_DURATION: Omit<DurationItem, 'name'> = { minutes: 15, per: 'each', crew: 1, why: '' }

export const BLANK_VAN: Omit<VanItem, 'name'> = { unit: 'each', quantity: 1 }

export const BLANK_SPOOL: Omit<SpoolItem, 'name'> = {
  metal: 'cu', insulation: 'THWN-2', size: '6', colours: 'black; red; white; green', length_ft: 500, price: 0, van: null, wires: null,
} // prettier-ignore

export const BLANK_PANEL: Omit<PanelItem, 'name'> = {
  spaces: 12, circuits: 12, twin_spaces: '', bus_a: 100, main_a: null, neutral_holes: 12, ground_holes: 12, grounds_a_hole: 1,
  hole_least: '14', hole_most: '4', lug_least: '8', lug_most: '1', lug_metal: 'both', torque_lb_in: null,
} // prettier-ignore

export const BLANK_BREAKER: Omit<BreakerItem, 'name'> = {
  poles: 1, rating_a: 20, kind: 'standard', tandem: false, most_wire: null, terminal_c: null, torque_lb_in: null,
} // prettier-ignore
