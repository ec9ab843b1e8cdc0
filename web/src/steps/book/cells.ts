import type { Figure, Job, Solution } from '@/api/types'

/** Every figure that reads tables, with who it belongs to and what it is. */
function* figuresOf(job: Job, solution: Solution): Generator<[string, string, Figure | null]> {
  const stations = new Map(job.stations.map((s) => [s.id, s.name]))
  const places = new Map(job.places.map((p) => [p.id, p.name]))
  for (const run of solution.runs) {
    const who = stations.get(run.to_station) ?? run.id
    for (const figure of Object.values(run.figures)) yield [who, figure.label, figure]
  }
  for (const ground of solution.ground.places) {
    const who = places.get(ground.place) ?? ground.place
    yield [who, 'electrode conductor', ground.conductor]
    yield [who, 'water piping jumper', ground.water_jumper]
    for (const tap of ground.taps) yield [stations.get(tap.station) ?? who, 'electrode conductor tap', tap.conductor]
  }
  for (const mode of solution.ground.modes) {
    for (const bond of mode.stations) {
      yield [stations.get(bond.station) ?? bond.station, 'bonding jumper', bond.jumper]
      yield [stations.get(bond.station) ?? bond.station, 'electrode conductor', bond.electrode_conductor]
    }
  }
}

/** Where the present job read each table: table -> "row|column" -> who read it. */
export function cellsRead(job: Job, solution: Solution): Map<string, Map<string, string[]>> {
  const read = new Map<string, Map<string, string[]>>()
  for (const [who, what, figure] of figuresOf(job, solution)) {
    for (const step of figure?.steps ?? []) {
      if (!step.cell) continue
      const { table, row, column } = step.cell
      const cells = read.get(table) ?? new Map<string, string[]>()
      read.set(table, cells)
      const readers = cells.get(`${row}|${column}`) ?? []
      cells.set(`${row}|${column}`, readers)
      const reader = `${who}: ${what}`
      if (!readers.includes(reader)) readers.push(reader)
    }
  }
  return read
}
