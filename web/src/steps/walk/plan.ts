import type { Footprint, Job, Place, Route, Run } from '@/api/types'

export interface Spot {
  x: number
  y: number
}

/** The part of the ground that the plan shows, in feet. */
export interface Frame {
  left: number
  bottom: number
  width: number
  height: number
}

export const NEW_SIZE: Record<Place['kind'], { width_ft: number; depth_ft: number }> = {
  dwelling: { width_ft: 48, depth_ft: 32 },
  'detached-building': { width_ft: 28, depth_ft: 24 },
  yard: { width_ft: 8, depth_ft: 8 },
}

/** Everything on the plan with room round it; a plot of 400 by 250 ft while there is nothing. */
export function frameOf(job: Job, shape: number): Frame {
  const xs: number[] = []
  const ys: number[] = []
  for (const { footprint } of job.places) {
    if (!footprint) continue
    xs.push(footprint.x_ft, footprint.x_ft + footprint.width_ft)
    ys.push(footprint.y_ft, footprint.y_ft + footprint.depth_ft)
  }
  for (const run of job.runs) {
    for (const p of run.route?.points ?? []) {
      xs.push(p.x_ft)
      ys.push(p.y_ft)
    }
  }
  if (!xs.length) return { left: 0, bottom: 0, width: 400, height: 400 / shape }
  const room = Math.max(30, 0.08 * (Math.max(...xs) - Math.min(...xs)))
  const [left, right, bottom, top] = [Math.min(...xs) - room, Math.max(...xs) + room, Math.min(...ys) - 36, Math.max(...ys) + 30]
  const width = Math.max(120, right - left, (top - bottom) * shape)
  return { left: (left + right - width) / 2, bottom: (bottom + top - width / shape) / 2, width, height: width / shape }
}

export function middle(f: Footprint): Spot {
  return { x: f.x_ft + f.width_ft / 2, y: f.y_ft + f.depth_ft / 2 }
}

/** A free spot for a place that is put on the plan: beside what stands there already. */
export function freeSpot(job: Job, kind: Place['kind']): Footprint {
  const right = Math.max(0, ...job.places.map((p) => (p.footprint ? p.footprint.x_ft + p.footprint.width_ft : 0)))
  return { x_ft: right ? right + 60 : 40, y_ft: 60, ...NEW_SIZE[kind] }
}

/** A straight route between the two places of a run, both of them on the plan. */
export function straightRoute(job: Job, run: Run): Route | null {
  const ends = [run.from_station, run.to_station].map((id) => {
    const station = job.stations.find((s) => s.id === id)
    return job.places.find((p) => p.id === station?.place)?.footprint ?? null
  })
  const [from, to] = ends
  if (!from || !to) return null
  const points = [middle(from), middle(to)].map((s) => ({ x_ft: Math.round(s.x), y_ft: Math.round(s.y), pull: false }))
  return { kind: 'trench', points, ends_ft: 0 }
}

/** A walked track as a route: laid so that it begins where the run's source stands. */
export function trackRoute(job: Job, run: Run, track: [number, number][]): Route {
  const station = job.stations.find((s) => s.id === run.from_station)
  const footprint = job.places.find((p) => p.id === station?.place)?.footprint
  const start = footprint ? middle(footprint) : { x: 0, y: 0 }
  const points = track.map(([x, y]) => ({ x_ft: round(start.x + x), y_ft: round(start.y + y), pull: false }))
  return { kind: 'trench', points, ends_ft: 0 }
}

export function round(feet: number): number {
  return Math.round(feet * 10) / 10
}

/** A length for the scale bar: round, and about a fifth of the width. */
export function scaleLength(width: number): number {
  return [10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000, 5000].find((l) => l >= width / 7) ?? 10000
}
