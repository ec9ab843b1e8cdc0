import type { Job, Solution } from '@/api/types'
import { unitsOf } from '@/stores/units'

export interface Point {
  id: string
  name: string
  at: number
  drop: number
  volts: number | null
  /** How many stations before it stand at the same place of the drawing. */
  beside: number
}

export interface Line {
  id: string
  from: Point
  to: Point
  words: string
  fails: boolean
}

export interface Profile {
  points: Point[]
  lines: Line[]
  farthest: number
  deepest: number
  sourceVolts: number | null
}

/** What the profile draws: every fed station at its distance and drop, every run between two of them. */
export function profileOf(job: Job, solution: Solution): Profile {
  const answers = new Map(solution.stations.map((s) => [s.id, s]))
  const points = new Map<string, Point>()
  for (const station of job.stations) {
    const answer = answers.get(station.id)
    if (!answer?.fed || typeof answer.drop_pct.value !== 'number') continue
    const volts = typeof answer.volts.value === 'number' ? answer.volts.value : null
    const [at, drop] = [answer.distance, answer.drop_pct.value]
    const beside = [...points.values()].filter((p) => p.at === at && p.drop === drop).length
    points.set(station.id, { id: station.id, name: station.name, at, drop, volts, beside })
  }
  const lines: Line[] = []
  for (const run of job.runs) {
    const from = points.get(run.from_station)
    const to = points.get(run.to_station)
    const answer = solution.runs.find((r) => r.id === run.id)
    if (!from || !to || !answer) continue
    const { size, breaker, drop_pct: drop } = answer.figures
    const words = size.value === null
      ? 'no size yet'
      : `${size.value} ${run.cable.metal} · ${breaker.value} A · ${run.cable.length} ${unitsOf(job).length.sign} · −${Number(drop.value).toFixed(2)} %`
    lines.push({ id: run.id, from, to, words, fails: !answer.passes })
  }
  const all = [...points.values()]
  const source = job.stations.find((s) => s.kind === 'utility')
  return {
    points: all,
    lines,
    farthest: Math.max(10, ...all.map((p) => p.at)),
    deepest: Math.max(0, ...all.map((p) => p.drop)),
    sourceVolts: (source && points.get(source.id)?.volts) ?? null,
  }
}

export interface Box {
  x: number
  y: number
  width: number
  height: number
}

function overlap(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
}

/** Rows (0, 1, 2 …) for labels of these boxes so that none lies on another in its row. */
export function stagger(boxes: Box[]): number[] {
  const ends: number[] = []
  const order = boxes.map((_, i) => i).sort((a, b) => boxes[a].x - boxes[b].x)
  const rows: number[] = []
  for (const i of order) {
    const box = boxes[i]
    let row = ends.findIndex((end) => end <= box.x)
    if (row < 0) row = ends.length
    ends[row] = box.x + box.width + 10
    rows[i] = row
  }
  return rows
}

/** Which of these boxes can be drawn, taken in order, so that none covers one before it. */
export function clearOf(boxes: Box[], taken: Box[] = []): boolean[] {
  const kept = [...taken]
  return boxes.map((box) => {
    if (kept.some((k) => overlap(k, box))) return false
    kept.push(box)
    return true
  })
}
