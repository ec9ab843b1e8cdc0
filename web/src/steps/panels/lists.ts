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
