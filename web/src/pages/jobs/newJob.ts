import { BLANK_STATION, amount, footprintAt, buildingPatch, freshId, loadOf, newPlace, newRun, type Wire, yardOf } from './building'
import type { Cable, Job, Run, Station } from '@/api/types'
import { defaults, spoken, USUAL_BOOK, words } from '@/stores/words'
import { applyPatch, deepClone, type Operation } from 'fast-json-patch'

export interface WalkThrough {
  name: string
  units: Job['units']
  supply: NonNullable<Station['supply']>
  rating: number | null
  serviceLength: number | null
  houseAmps: number | null
  building: boolean
  buildingName: string
  buildingLength: number | null
  buildingAmps: number | null
  buildingContinuous: number | null
}

/** The house rules as the code book's vocabulary begins with them. */
function houseRules(): Job['house_rules'] {
  const rules = (words.value?.house_rules ?? []).map((rule) => [rule.name, rule.default])
  return { ...Object.fromEntries(rules), watched: [] } as unknown as Job['house_rules']
}

export function station(part: Pick<Station, 'id' | 'name' | 'kind' | 'place'> & Partial<Station>): Station {
  return { ...BLANK_STATION, ...part }
}

export function emptyJob(name: string, units: Job['units']): Job {
  return {
    format: 'northspan-job', version: 3, units, name, note: '', code_book: spoken.value || USUAL_BOOK, house_rules: houseRules(), places: [],
    stations: [], runs: [], metal_paths: [], variants: [],
    day: { people: ['Lead', 'Second'], days: 2, first: null, morning: 420, evening: 1020, goes: 1, utility: null, source_w: null, inspections: [], dry: [], stays_off: [], stays_on: [], own: [], changes: [] },
    packet: { paper: 'letter', left_out: ['materials', 'calculation'], turned: [], nudges: [], answers: [] },
  } // prettier-ignore
}

/** The job that the walk-through describes: supply, service, house panel, and a detached building where wanted. */
export function jobOf(walk: WalkThrough): Job {
  const job = emptyJob(walk.name.trim(), walk.units)
  job.places = [
    { ...newPlace({ id: 'yard', name: 'Yard', kind: 'yard' }), footprint: yardOf(job) },
    { ...newPlace({ id: 'house', name: 'House', kind: 'dwelling' }), footprint: footprintAt(job, yardOf(job), amount(walk.serviceLength)) },
  ]
  job.stations = [
    station({ id: 'transformer', name: 'Utility transformer', kind: 'utility', place: 'yard', supply: walk.supply }),
    station({
      id: 'house-panel', name: 'House panel', kind: 'panelboard', place: 'house', ...defaults<Pick<Station, 'terminal_c'>>('station'), load: loadOf(walk.houseAmps, 0),
      // The main and the service's breaker are one device: its rating stands on the panel alone.
      gear: { ...BLANK_STATION.gear, rating_a: amount(walk.rating), has_main: true },
    }),
  ]
  const service: Run = newRun({
    id: 'service', from_station: 'transformer', to_station: 'house-panel', use: 'service', system: walk.supply,
    whole_dwelling: true,
  }, { length: amount(walk.serviceLength) ?? 1, ...defaults<Wire>('service') }) // prettier-ignore
  job.runs = [service]
  if (!walk.building) return job
  const { patch } = buildingPatch(job, {
    name: walk.buildingName,
    what: 'building',
    from: 'house-panel',
    length: walk.buildingLength,
    amps: walk.buildingAmps,
    continuous: walk.buildingContinuous,
    system: walk.supply,
    metal: defaults<Wire>('outdoors').metal,
    buried: true,
  })
  return applyPatch(deepClone(job), patch as Operation[]).newDocument
}

/** One run without a property: a source, a load, and the conductors between. */
export function quickJob(): Job {
  const job = emptyJob('Quick check', words.value?.units ?? 'us')
  const source = { supply: defaults<{ system: Run['system'] }>('supply').system }
  const terminals = defaults<Pick<Station, 'terminal_c'>>('station')
  job.places = [newPlace({ id: 'here', name: 'Here', kind: 'yard' }), newPlace({ id: 'there', name: 'There', kind: 'detached-building' })]
  job.stations = [
    // A feeder by itself: what it starts from has breakers, whatever feeds that.
    station({ id: 'source', name: 'Source', kind: 'utility', place: 'here', ...source, ...terminals, gear: { ...BLANK_STATION.gear, has_main: true } }),
    station({ id: 'far-end', name: 'Far end', kind: 'panelboard', place: 'there', ...terminals }),
  ]
  job.runs = [
    newRun({
      id: freshId('run', []), from_station: 'source', to_station: 'far-end', use: 'feeder', system: source.supply,
    }, defaults<Wire & Pick<Cable, 'length'>>('quick'), {
      load: { amps: 60, continuous_amps: 0, neutral_amps: null, power_factor: 1, in_calculation: false },
    }),
  ] // prettier-ignore
  return job
}
