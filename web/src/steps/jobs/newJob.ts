import { BLANK_STATION, YARD, amount, footprintAt, buildingPatch, freshId, loadOf, newPlace, newRun } from './building'
import type { Job, Run, Station } from '@/api/types'
import { applyPatch, deepClone, type Operation } from 'fast-json-patch'

export interface WalkThrough {
  name: string
  supply: '120/240-3w' | '120/208-3w'
  rating: number | null
  serviceFeet: number | null
  houseAmps: number | null
  building: boolean
  buildingName: string
  buildingFeet: number | null
  buildingAmps: number | null
  buildingContinuous: number | null
}

export const HOUSE_RULES: Job['house_rules'] = {
  name: 'Shop default',
  feeder_drop_pct: 3,
  branch_drop_pct: 3,
  total_drop_pct: 5,
  drop_rule: 'binding',
  drop_current: 'load',
  spare_pct: 0,
  dwelling_rule: 'rating',
  equipment_ground: 'table',
  pipe_up: false,
  fill_rounding: 'strict',
  several_mains: 'sum',
  unmarked_terminals: 'by-rating',
  conductor_temperature: 'table',
  neutral: 'full',
  load_method: 'optional',
  outbuildings: 'added',
  rods: 'two',
  touch_line_v: 50,
  energy_price: 0.15,
  loss_hours: 1500,
}

export function station(part: Pick<Station, 'id' | 'name' | 'kind' | 'place'> & Partial<Station>): Station {
  return { ...BLANK_STATION, ...part }
}

export function emptyJob(name: string): Job {
  return {
    format: 'northspan-job', version: 1, name, note: '', code_book: 'nec-2023', house_rules: HOUSE_RULES, places: [],
    stations: [], runs: [], metal_paths: [], variants: [],
  } // prettier-ignore
}

/** The job that the walk-through describes: supply, service, house panel, and a detached building where wanted. */
export function jobOf(walk: WalkThrough): Job {
  const job = emptyJob(walk.name.trim())
  job.places = [
    { ...newPlace({ id: 'yard', name: 'Yard', kind: 'yard' }), footprint: { x_ft: 0, y_ft: 0, ...YARD } },
    { ...newPlace({ id: 'house', name: 'House', kind: 'dwelling' }), footprint: footprintAt(0, 0, YARD, amount(walk.serviceFeet)) },
  ]
  job.stations = [
    station({ id: 'transformer', name: 'Utility transformer', kind: 'utility', place: 'yard', supply: walk.supply }),
    station({
      id: 'house-panel', name: 'House panel', kind: 'panelboard', place: 'house', terminal_c: 75, load: loadOf(walk.houseAmps, 0),
      // The main and the service's breaker are one device: its rating stands on the panel alone.
      gear: { ...BLANK_STATION.gear, rating_a: amount(walk.rating), has_main: true },
    }),
  ]
  const service: Run = newRun({
    id: 'service', from_station: 'transformer', to_station: 'house-panel', use: 'service', system: walk.supply,
    length_ft: amount(walk.serviceFeet) ?? 1, metal: 'al', insulation: 'XHHW-2', raceway: 'PVC40', location: 'wet',
    whole_dwelling: true,
  }) // prettier-ignore
  job.runs = [service]
  if (!walk.building) return job
  const { patch } = buildingPatch(job, {
    name: walk.buildingName,
    what: 'building',
    from: 'house-panel',
    feet: walk.buildingFeet,
    amps: walk.buildingAmps,
    continuous: walk.buildingContinuous,
    system: walk.supply,
    metal: 'al',
    buried: true,
  })
  return applyPatch(deepClone(job), patch as Operation[]).newDocument
}

/** One run without a property: a source, a load, and the conductors between. */
export function quickJob(): Job {
  const job = emptyJob('Quick check')
  job.places = [newPlace({ id: 'here', name: 'Here', kind: 'yard' }), newPlace({ id: 'there', name: 'There', kind: 'detached-building' })]
  job.stations = [
    station({ id: 'source', name: 'Source', kind: 'utility', place: 'here', supply: '120/240-3w', terminal_c: 75 }),
    station({ id: 'far-end', name: 'Far end', kind: 'panelboard', place: 'there', terminal_c: 75 }),
  ]
  job.runs = [
    newRun({
      id: freshId('run', []), from_station: 'source', to_station: 'far-end', use: 'feeder', system: '120/240-3w',
      length_ft: 100, metal: 'cu', insulation: 'THWN-2', raceway: 'PVC40', location: 'dry',
      load: { amps: 60, continuous_amps: 0, neutral_amps: null, power_factor: 1, in_calculation: false },
    }),
  ] // prettier-ignore
  return job
}
