import { computed } from 'vue'

import type { Job, PatchStep, Run, Station } from '@/api/types'
import { inState, isAway, stateSteps, type Stated } from '@/fields/states'
import type { useDesk } from '@/stores/desk'

/** The equipment and runs that are no part of the property as left, and which of them is chosen. */
export function useAway(desk: ReturnType<typeof useDesk>) {
  const stations = computed<Station[]>(() => desk.job?.stations.filter(isAway) ?? [])
  const runs = computed<Run[]>(() => desk.job?.runs.filter(isAway) ?? [])
  const chosen = computed<{ part: Station | Run; pointer: string } | null>(() => {
    const job = desk.job
    if (!job) return null
    const station = stations.value.find((s) => s.id === desk.selectedStation)
    if (station) return { part: station, pointer: `/stations/${job.stations.indexOf(station)}` }
    const run = desk.selectedStation ? undefined : runs.value.find((r) => r.id === desk.selectedRun)
    return run ? { part: run, pointer: `/runs/${job.runs.indexOf(run)}` } : null
  })
  return { stations, runs, chosen }
}

/** The steps that put a run into a state; its circuit in the panel where it starts comes out with it, and comes back with it. */
export function runSteps(job: Job, run: Run, fields: Partial<Stated>): PatchStep[] {
  const state = fields.state
  const circuits = job.stations.flatMap((s, at) => (s.panel?.circuits ?? []).map((c, i) => ({ c, base: `/stations/${at}/panel/circuits/${i}` })))
  const along = circuits.filter(({ c }) => c.run === run.id && state && isAway(c) === isAway(run) && isAway({ ...c, state }) !== isAway(c))
  return [
    ...stateSteps(`/runs/${job.runs.indexOf(run)}`, fields),
    ...along.flatMap(({ c, base }) => (state ? stateSteps(base, inState(c, state)) : [])),
  ]
}

/** The steps that put equipment into a state; the run that feeds it and what stands at it come out with it, and come back with it. */
export function stationSteps(job: Job, station: Station, fields: Partial<Stated>): PatchStep[] {
  const state = fields.state
  const at = job.places.flatMap((p, place) => p.appliances.map((a, i) => ({ a, base: `/places/${place}/appliances/${i}` })))
  const along = at.filter(({ a }) => a.station === station.id && state && isAway(a) === isAway(station) && isAway({ ...a, state }) !== isAway(a))
  const own = [
    ...stateSteps(`/stations/${job.stations.indexOf(station)}`, fields),
    ...along.flatMap(({ a, base }) => (state ? stateSteps(base, inState(a, state)) : [])),
  ]
  const run = job.runs.find((r) => r.to_station === station.id && isAway(r) === isAway(station))
  if (!state || !run || isAway({ ...run, state }) === isAway(run)) return own
  return [...own, ...runSteps(job, run, inState(run, state))]
}
