import type { Figure, Job, Solution } from '@/api/types'

/** Where the present job read each table: table -> "row|column" -> who read it. */
export function cellsRead(job: Job, solution: Solution): Map<string, Map<string, string[]>> {
  const names = new Map(job.stations.map((s) => [s.id, s.name]))
  const read = new Map<string, Map<string, string[]>>()
  for (const run of solution.runs) {
    const who = names.get(run.to_station) ?? run.id
    for (const [key, figure] of Object.entries(run.figures) as [string, Figure | null][]) {
      for (const step of figure?.steps ?? []) {
        if (!step.cell) continue
        const { table, row, column } = step.cell
        const cells = read.get(table) ?? new Map<string, string[]>()
        read.set(table, cells)
        const readers = cells.get(`${row}|${column}`) ?? []
        cells.set(`${row}|${column}`, readers)
        const reader = `${who}: ${key.replaceAll('_', ' ')}`
        if (!readers.includes(reader)) readers.push(reader)
      }
    }
  }
  return read
}
