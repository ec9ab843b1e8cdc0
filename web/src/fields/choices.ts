import type { Appliance, Cable, Locks, Place, Run, Size, Station } from '@/api/types'
import { type Choice, list, term } from '@/stores/words'

// Every list stands in the code book's vocabulary; these are their names here.
export const SYSTEMS = list<Run['system']>('systems')
export const INSULATIONS = list<Cable['insulation']>('insulations')
export const METALS = list<Cable['metal']>('metals')
export const PLACE_KINDS = list<Place['kind']>('place_kinds')
export const SOILS = list<Place['soil']>('soils')
export const APPLIANCE_KINDS = list<Appliance['kind']>('appliance_kinds')
export const GEAR_ROOMS = list<Station['gear']['room']>('gear_rooms')
export const OUTLET_ROOMS = list<NonNullable<Run['outlets']>['room'] | null>('outlet_rooms')
export const OUTLET_FEEDS = list<NonNullable<Run['outlets']>['feeds']>('outlet_feeds')
export const OVER = list<NonNullable<Run['overhead']>['over']>('over')
export const LOAD_METHODS = list<Place['load_method']>('load_methods')
export const RACEWAYS = list<Cable['raceway']>('raceways')
export const LOCATIONS = list<Cable['location']>('locations')
export const USES = list<Run['use']>('uses')
export const OVERCURRENTS = list<Station['gear']['overcurrent']>('overcurrents')
export const LEAVES = list<Run['leaves']>('leaves')
export const AERIAL = list<NonNullable<Run['overhead']>['support']>('aerial')
export const TAPS = list<Run['tap']>('taps')
export const TERMINALS = list<Station['terminal_c']>('terminals')
export const STATION_KINDS = list<Station['kind']>('station_kinds')
export const SUPPLIES = list<NonNullable<Station['supply']>>('supplies')
export const ELSEWHERE = list<Run['system']>('elsewhere')
const SIZE_CHOICES = list<Size>('sizes')
const TRADES = list<NonNullable<Locks['raceway_size']>>('trade_sizes')

export const KNOWN: Choice<boolean | null>[] = [
  { value: null, words: 'not on record' },
  { value: true, words: 'yes' },
  { value: false, words: 'no' },
]

/** Whether a place of a kind is lived in. */
export function livedIn(kind: Place['kind']): boolean {
  return kind === 'dwelling' || kind === 'mobile-home'
}

/** Metals of a ground, with blank for the hots' own. */
export function groundMetals(): Choice<Cable['egc_metal']>[] {
  return [{ value: null, words: `as the ${term('ungrounded')}s` }, ...METALS]
}

/** The sizes that are tried, thin to thick. */
export function sizes(): Size[] {
  return SIZE_CHOICES.map((c) => c.value)
}

/** Sizes that a lock may take, with blank for the solver's choice. */
export function sizeLocks(auto: string): Choice<Size | null>[] {
  return [{ value: null, words: auto ? `${auto} auto` : 'auto' }, ...SIZE_CHOICES]
}

/** Trade sizes that a lock may take, with blank for the solver's choice. */
export function tradeLocks(auto: string): Choice<Locks['raceway_size']>[] {
  return [{ value: null, words: auto ? `${auto} in auto` : 'auto' }, ...TRADES.map((t) => ({ value: t.value, words: `${t.words} in` }))]
}
