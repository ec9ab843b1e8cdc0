import type { Cable, Converter, Footprint, Gear, Generator, Job, Load, Locks, PatchStep, Place, Run, Station, TransferSwitch, Transformer } from '@/api/types'
import { COMES } from '@/fields/states'
import { footOf } from '@/stores/units'
import { defaults } from '@/stores/words'

/** What a run is made of, as the code book's vocabulary begins with it. */
export type Wire = Pick<Cable, 'metal' | 'insulation' | 'raceway' | 'location'>

export interface NewBuilding {
  name: string
  what: 'building' | 'panel' | 'disconnect' | 'joint' | 'equipment' | 'transformer' | 'transfer-switch' | 'generator' | 'converter'
  from: string
  length: number | null
  amps: number | null
  continuous: number | null
  system: Run['system']
  metal: Cable['metal']
  buried: boolean
}

/** An id made of a name that none of `taken` has. */
export function freshId(name: string, taken: Iterable<string>): string {
  const used = new Set(taken)
  const base = name.toLowerCase().normalize('NFKD').replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '').slice(0, 48) || 'part'
  let id = base
  for (let n = 2; used.has(id); n++) id = `${base}-${n}`
  return id
}

/** What is wrong with a continuous part that is more than its whole, if it is. */
export function continuousFault(amps: number | null, continuous: number | null): string {
  return (amount(continuous) ?? 0) > (amount(amps) ?? 0) ? 'Not more than the load itself' : ''
}

/** A number as it was typed, or null for a field left or made empty, which arrives as an empty string. */
export function amount(typed: unknown): number | null {
  return typeof typed === 'number' ? typed : null
}

export function loadOf(typedAmps: number | null, continuous: number | null): Load | null {
  const amps = amount(typedAmps)
  return amps ? { amps, continuous_amps: amount(continuous) ?? 0, neutral_amps: null, power_factor: 1, in_calculation: false } : null
}

const BLANK_CABLE = {
  ambient_c: 30, rooftop: false, nipple: false, in_insulation: false, sets: 1, egc_metal: null, bare_egc: false, no_egc: false,
  raceway_bonded: null, shares_raceway: null,
} as const // prettier-ignore

const BLANK_LOCKS = {
  load: null, rating_a: null, breaker_a: null, size: null, neutral_size: null, egc_size: null, raceway_size: null, loaded_conductors: null,
} as const // prettier-ignore

const BLANK_RUN = {
  several_receptacles: false, whole_dwelling: false, ground_fault_protected: false, drop_limit_pct: null, note: '', tap: null, tap_facts: null, leaves: null, far_end: null,
  ...COMES, burial: null, pull: null, route: null, length_from: 'entered' as const, outlets: null, overhead: null,
} as const // prettier-ignore

const BLANK_CONDUCTOR = {
  state: null, size: null, lands: null, protected: null, steel_sleeve: false, sleeve_bonded: null, spliced: false, near_earth: false,
  listed_enclosure: false,
} as const // prettier-ignore

const BLANK_GROUNDING: Omit<Place['grounding'], 'conductor'> = {
  seen: false, electrodes: [], soil_ohm_m: null, learnt: null, survey: [], water_piping: false, water_bonded: null,
  water_jumper: null, gas_piping: false, gas_bonded: null, intersystem_terminals: null,
} // prettier-ignore

/** A place with nothing entered of what it takes. */
export function newPlace(part: Pick<Place, 'id' | 'name' | 'kind'>): Place {
  return {
    footprint: null, soil: null, water_pipe: null, note: '', floor_area: null, ...defaults<Pick<Place, 'small_appliance_circuits' | 'laundry_circuits'>>('dwelling'), ...COMES, record: null, load_method: null,
    appliances: [], pool: null, ...part,
    grounding: { ...BLANK_GROUNDING, conductor: { ...BLANK_CONDUCTOR, ...defaults<Pick<Cable, 'metal'>>('electrode_conductor') } },
  } // prettier-ignore
}

/** What a place is drawn as until it is measured: a pole's patch of ground, a building. */
const YARD_FT = { width: 8, depth: 8 }
const BUILDING_FT = { width: 36, depth: 28 }

/** A size given in feet, as whole lengths of a job. */
function sized(job: Job, feet: { width: number; depth: number }) {
  const foot = footOf(job)
  return { width: Math.max(1, Math.round(feet.width * foot)), depth: Math.max(1, Math.round(feet.depth * foot)) }
}

/** A pole's patch of ground at the origin of the plan. */
export function yardOf(job: Job): Footprint {
  return { x: 0, y: 0, ...sized(job, YARD_FT) }
}

/** A building laid on the plan at its distance of wire due east of what feeds it, to be dragged right. */
export function footprintAt(job: Job, from: Footprint, away: number | null): Footprint {
  const own = sized(job, BUILDING_FT)
  return { x: from.x + from.width + (away ?? 0), y: from.y + from.depth / 2 - own.depth / 2, ...own }
}

const KINDS = { building: 'panelboard', panel: 'panelboard', disconnect: 'disconnect', joint: 'joint', equipment: 'equipment', transformer: 'transformer', 'transfer-switch': 'transfer-switch', generator: 'generator', converter: 'converter',
} as const // prettier-ignore

/** A transformer to start from: a step up for a long run. */
export function newTransformer(): Transformer {
  return { secondary_breaker_a: null, ...defaults<Omit<Transformer, 'secondary_breaker_a'>>('transformer') }
}

/** A standby set to start from, and the switch that takes it. */
export function newGenerator(): Generator {
  return { altitude: 0, breaker_a: null, later_kw: null, diversion_w: null, ...defaults<Omit<Generator, 'altitude' | 'breaker_a' | 'later_kw' | 'diversion_w'>>('generator') }
}
export const NEW_CONVERTER: Converter = { form: 'rotary', input_a: null, fixed: null }
const PAIR = { system: '120-2w', leg: 'A' } as const
export const NEW_TRANSFER: TransferSwitch = { form: 'switch', inlet_a: null, automatic: true, managed: false, service_rated: false, switches_neutral: null }

/** What is not known of a station. */
export const BLANK_STATION = {
  ...COMES, supply: null, terminal_c: null, load: null, source: null, transformer: null, converter: null, generator: null, transfer: null,
  gear: {
    rating_a: null, has_main: null, overcurrent: null, fuse_a: null, interrupting_ka: null, spaces: null, outdoors: null, surge_protected: null, back_fed: false,
    retained: null, handle_height: null, working_depth: null, working_width: null, ground_detection: null, circuits: null,
    bus_a: null, series_ka: null, mains: null, main_compartments: null, lugs: [] as Gear['lugs'], second_sources: [] as Gear['second_sources'], torque: null, room: null, nearest_entry: null, working_condition: null,
  },
  bonding: { state: null, neutral: null, jumper_size: null, ground_bar: null }, panel: null,
} as const // prettier-ignore

/** A run with nothing locked, its cable as the code book's words begin with it. */
export function newRun(run: Omit<Run, keyof typeof BLANK_RUN | 'cable' | 'locks'> & Partial<Omit<Run, 'cable' | 'locks'>>, cable: Wire & Pick<Cable, 'length'>, locks: Partial<Locks> = {}): Run {
  return { ...BLANK_RUN, ...run, cable: { ...BLANK_CABLE, ...cable }, locks: { ...BLANK_LOCKS, ...locks } }
}

/** The footprint moved north until it stands on no other. */
function clear(job: Job, wanted: Footprint): Footprint {
  const others = job.places.flatMap((p) => (p.footprint ? [p.footprint] : []))
  const meets = (y: number) => others.some((o) => o.x < wanted.x + wanted.width && wanted.x < o.x + o.width && o.y < y + wanted.depth && y < o.y + o.depth)
  let y = wanted.y
  for (let tries = 0; meets(y) && tries < 50; tries++) y += wanted.depth + 12 * footOf(job)
  return { ...wanted, y }
}

/** The edit that puts a second source beside a first one at what both feed: a leg of 120 V each. */
export function pairPatch(job: Job, at: number): PatchStep[] {
  const one = job.stations[at]
  const feeds = job.runs.findIndex((r) => r.from_station === one.id)
  const { generator } = one
  if (!generator || feeds < 0) return []
  const whole = generator.system !== PAIR.system
  const half: Generator = { ...generator, ...PAIR, kw: whole ? generator.kw / 2 : generator.kw, units: 1 }
  const id = freshId(`${one.id}-b`, job.stations.map((s) => s.id))
  const run = { ...job.runs[feeds], system: PAIR.system }
  return [
    { op: 'add', path: `/stations/${at}/generator`, value: half },
    { op: 'add', path: `/runs/${feeds}/system`, value: PAIR.system },
    { op: 'add', path: '/stations/-', value: { ...one, id, name: `${one.name}, leg B`, generator: { ...half, leg: 'B' } } },
    { op: 'add', path: '/runs/-', value: { ...run, id: freshId(`${id}-feeder`, job.runs.map((r) => r.id)), from_station: id } },
  ]
}

/** The edit that adds a place, its station and the run that feeds it. */
export function buildingPatch(job: Job, form: NewBuilding): { patch: PatchStep[]; run: string } {
  const name = form.name.trim()
  const patch: PatchStep[] = []
  const source = job.stations.find((s) => s.id === form.from)
  let place = source?.place ?? job.places[0]?.id
  if (form.what === 'building') {
    place = freshId(name, job.places.map((p) => p.id))
    const from = job.places.find((p) => p.id === source?.place)?.footprint
    const footprint = from ? clear(job, footprintAt(job, from, amount(form.length))) : null
    patch.push({ op: 'add', path: '/places/-', value: { ...newPlace({ id: place, name, kind: 'detached-building' }), footprint } })
  }
  const feeder = form.what !== 'equipment'
  const panel = form.what === 'building' || form.what === 'panel'
  const station = freshId(panel ? `${name} panel` : name, job.stations.map((s) => s.id))
  patch.push({
    op: 'add',
    path: '/stations/-',
    value: {
      ...BLANK_STATION,
      id: station,
      name: form.what === 'building' ? `${name} panel` : name,
      kind: KINDS[form.what],
      transformer: form.what === 'transformer' ? newTransformer() : null,
      transfer: form.what === 'transfer-switch' ? NEW_TRANSFER : null,
      converter: form.what === 'converter' ? NEW_CONVERTER : null,
      generator: form.what === 'generator' ? newGenerator() : null,
      place,
      ...defaults<Pick<Station, 'terminal_c'>>('station'),
      load: loadOf(form.amps, form.continuous),
    },
  })
  const run = freshId(`${station}-${feeder ? 'feeder' : 'circuit'}`, job.runs.map((r) => r.id))
  const outdoors = form.what === 'building'
  patch.push({
    op: 'add',
    path: '/runs/-',
    value: newRun({
      id: run,
      // A generator feeds the switch that was named; everything else is fed from what was named.
      from_station: form.what === 'generator' ? station : form.from,
      to_station: form.what === 'generator' ? form.from : station,
      use: feeder ? 'feeder' : 'branch',
      system: form.system,
    }, { length: amount(form.length) ?? 1, ...defaults<Wire>(outdoors ? 'outdoors' : 'indoors'), ...(outdoors ? { metal: form.metal } : {}) }), // prettier-ignore
  })
  return { patch, run }
}
