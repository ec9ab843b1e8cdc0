import type { Appliance } from '@/api/types'
import { COMES } from '@/fields/states'
import { freshId } from '@/pages/jobs/building'

type Plate = Pick<Appliance, 'name' | 'kind' | 'across' | 'va' | 'amps' | 'motor' | 'continuous'>

/** An appliance by its plate, with an id that none of `taken` has and nothing else known of it. */
export function newAppliance(plate: Plate, count: number, taken: Iterable<string>): Appliance {
  const { name, kind, across, va, amps, motor, continuous } = plate
  return {
    id: freshId(name, taken), name, kind, across, va, amps, count, motor, continuous, leg: null, ...COMES,
    never_with: null, station: null, min_circuit_a: null, max_device_a: null, needs_neutral: null, managed_va: null, duty_pct: null,
  } // prettier-ignore
}
