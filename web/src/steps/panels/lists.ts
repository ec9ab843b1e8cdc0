import type { Bar, Lug, PanelCircuit } from '@/api/types'
import { list } from '@/stores/words'

// Every list stands in the code book's vocabulary; these are their names here.
export const CIRCUIT_USES = list<PanelCircuit['use']>('circuit_uses')
export const BREAKER_KINDS = list<PanelCircuit['breaker']>('breaker_kinds')
export const FIRST_OUTLETS = list<PanelCircuit['first_outlet']>('first_outlets')
export const CIRCUIT_POLES = list<PanelCircuit['poles']>('circuit_poles')
export const BAR_KINDS = list<Bar['kind']>('bar_kinds')
export const BAR_SIDES = list<Bar['side']>('bar_sides')
export const BAR_FIXINGS = list<Bar['fixing']>('bar_fixings')
export const TERMINAL_METALS = list<Bar['metal']>('terminal_metals')
export const LUG_USES = list<Lug['of']>('lug_uses')

/** Common sheets of labels. */
export const SHEETS = [
  { value: 'letter-30', words: 'Letter, 30 to a sheet' },
  { value: 'letter-80', words: 'Letter, 80 to a sheet' },
  { value: 'a4-21', words: 'A4, 21 to a sheet' },
  { value: 'a4-65', words: 'A4, 65 to a sheet' },
] as const
