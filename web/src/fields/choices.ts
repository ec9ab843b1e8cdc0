import type { Appliance, Place, Run, Size, Station } from '@/api/types'

interface Choice<T> {
  value: T
  words: string
}

function same<T extends string>(values: readonly T[]): Choice<T>[] {
  return values.map((value) => ({ value, words: value }))
}

export const SYSTEMS = same<Run['system']>(['120/240-3w', '120/208-3w', '120-2w', '240-2w', '208-2w', '277-2w', '480-2w'])
export const INSULATIONS = same<Run['insulation']>(['THWN-2', 'XHHW-2', 'RHW-2', 'USE-2', 'THHN', 'THWN', 'THW', 'TW', 'UF', 'NM', 'SER', 'SEU', 'MC', 'MHF']).map((c) =>
  c.value === 'MHF' ? { ...c, words: 'MHF, mobile-home feeder' } : c,
)
export const SIZES: readonly Size[] = [
  '14', '12', '10', '8', '6', '4', '3', '2', '1', '1/0', '2/0', '3/0', '4/0', '250', '300', '350', '400', '500', '600',
  '750', '1000',
] // prettier-ignore

export const METALS: Choice<Run['metal']>[] = [
  { value: 'al', words: 'aluminium' },
  { value: 'cu', words: 'copper' },
]
export const GROUND_METALS: Choice<Run['egc_metal']>[] = [{ value: null, words: 'as the hots' }, ...METALS]
export const PLACE_KINDS: Choice<Place['kind']>[] = [
  { value: 'dwelling', words: 'dwelling' },
  { value: 'detached-building', words: 'detached bldg' },
  { value: 'yard', words: 'yard' },
]
export const SOILS: Choice<Place['soil']>[] = [{ value: null, words: 'not known' }, ...same(['loam', 'clay', 'sand', 'gravel', 'rock'] as const)]
export const APPLIANCE_KINDS: Choice<Appliance['kind']>[] = [
  { value: 'range', words: 'cooking' },
  { value: 'dryer', words: 'dryer' },
  { value: 'fastened', words: 'fastened in place' },
  { value: 'water-heater', words: 'storage water heater' },
  { value: 'ev-charger', words: 'vehicle charger' },
  { value: 'space-heat', words: 'electric heat' },
  { value: 'heat-pump', words: 'heat pump' },
  { value: 'supplemental-heat', words: 'heat pump strips' },
  { value: 'cooling', words: 'cooling only' },
  { value: 'other', words: 'other' },
]
export const KNOWN: Choice<boolean | null>[] = [
  { value: null, words: 'not on record' },
  { value: true, words: 'yes' },
  { value: false, words: 'no' },
]
export const GEAR_ROOMS: Choice<Station['gear']['room']>[] = [
  { value: null, words: 'not on record' },
  ...same(['outdoors', 'garage', 'basement', 'utility-room', 'hall', 'bathroom', 'clothes-closet', 'over-steps'] as const),
]
export const OUTLET_ROOMS: Choice<NonNullable<Run['outlets']>['room'] | null>[] = [
  { value: null, words: 'not on record' },
  ...same([
    'kitchen', 'bathroom', 'laundry', 'garage', 'outdoors', 'basement', 'crawl-space', 'sink', 'tub', 'boathouse', 'damp', 'bedroom',
    'living-room', 'dining-room', 'hallway', 'closet', 'den', 'sunroom',
  ] as const),
] // prettier-ignore
export const OVER: Choice<NonNullable<Run['overhead']>['over']>[] = same(['walkway', 'driveway', 'street', 'roof'] as const)
export const LOAD_METHODS: Choice<Place['load_method']>[] = [
  { value: null, words: 'house rule' },
  { value: 'standard', words: 'standard' },
  { value: 'optional', words: 'optional' },
  { value: 'existing', words: 'existing' },
  { value: 'recorded', words: 'recorded' },
]
export const RACEWAYS: Choice<Run['raceway']>[] = [
  { value: 'PVC40', words: 'PVC 40' },
  { value: 'PVC80', words: 'PVC 80' },
  { value: 'EMT', words: 'EMT' },
  { value: 'RMC', words: 'RMC' },
  { value: 'IMC', words: 'IMC' },
  { value: 'LFNC-B', words: 'LFNC-B' },
  { value: 'none', words: 'cable, no pipe' },
]
export const LOCATIONS: Choice<Run['location']>[] = [
  { value: 'dry', words: 'dry' },
  { value: 'wet', words: 'wet, outdoors' },
  { value: 'buried', words: 'in the ground' },
]
export const USES: Choice<Run['use']>[] = [
  { value: 'service', words: 'service' },
  { value: 'feeder', words: 'feeder' },
  { value: 'branch', words: 'branch circuit' },
]
export const TAPS: Choice<Run['tap']>[] = [
  { value: null, words: 'at its source' },
  { value: '10-ft', words: '10 ft tap' },
  { value: '25-ft', words: '25 ft tap' },
  { value: 'outside', words: 'outside tap' },
]
export const TERMINALS: Choice<Station['terminal_c']>[] = [
  { value: null, words: 'unmarked' },
  { value: 60, words: '60 °C' },
  { value: 75, words: '75 °C' },
]
export const STATION_KINDS: Choice<Station['kind']>[] = [
  { value: 'meter', words: 'meter' },
  { value: 'service-disconnect', words: 'service disconnect' },
  { value: 'panelboard', words: 'panelboard' },
  { value: 'disconnect', words: 'disconnect' },
  { value: 'transformer', words: 'transformer' },
  { value: 'transfer-switch', words: 'transfer switch' },
  { value: 'generator', words: 'generator' },
  { value: 'inverter', words: 'inverter' },
  { value: 'equipment', words: 'equipment' },
]

/** Sizes that a lock may take, with blank for the solver's choice. */
export function sizeLocks(auto: string): Choice<Size | null>[] {
  return [{ value: null, words: auto ? `${auto} auto` : 'auto' }, ...SIZES.map((s) => ({ value: s, words: s }))]
}

const TRADES = ['1/2', '3/4', '1', '1 1/4', '1 1/2', '2', '2 1/2', '3', '3 1/2', '4', '5', '6'] as const

/** Trade sizes that a lock may take, with blank for the solver's choice. */
export function tradeLocks(auto: string): Choice<Run['raceway_size']>[] {
  return [{ value: null, words: auto ? `${auto} in auto` : 'auto' }, ...TRADES.map((t) => ({ value: t, words: `${t} in` }))]
}
