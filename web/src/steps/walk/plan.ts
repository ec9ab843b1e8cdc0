import type { Footprint, Job, Place, Route, Run, Waypoint } from '@/api/types'
import { footOf } from '@/stores/units'

export interface Spot {
  x: number
  y: number
}

/** The part of the ground that the plan shows, in the job's length. */
export interface Frame {
  left: number
  bottom: number
  width: number
  height: number
}

const NEW_SIZE_FT: Record<Place['kind'], { width: number; depth: number }> = {
  dwelling: { width: 48, depth: 32 },
  'mobile-home': { width: 64, depth: 16 },
  'detached-building': { width: 28, depth: 24 },
  yard: { width: 8, depth: 8 },
}

/** Everything on the plan with room round it; a plot of 400 by 250 ft while there is nothing. */
export function frameOf(job: Job, shape: number): Frame {
  const foot = footOf(job)
  const xs: number[] = []
  const ys: number[] = []
  for (const { footprint } of job.places) {
    if (!footprint) continue
    xs.push(footprint.x, footprint.x + footprint.width)
    ys.push(footprint.y, footprint.y + footprint.depth)
  }
  for (const run of job.runs) {
    for (const p of run.route?.points ?? []) {
      xs.push(p.x)
      ys.push(p.y)
    }
  }
  if (!xs.length) return { left: 0, bottom: 0, width: 400 * foot, height: (400 * foot) / shape }
  const room = Math.max(30 * foot, 0.08 * (Math.max(...xs) - Math.min(...xs)))
  const [left, right, bottom, top] = [Math.min(...xs) - room, Math.max(...xs) + room, Math.min(...ys) - 36 * foot, Math.max(...ys) + 30 * foot]
  const width = Math.max(120 * foot, right - left, (top - bottom) * shape)
  return { left: (left + right - width) / 2, bottom: (bottom + top - width / shape) / 2, width, height: width / shape }
}

export function middle(f: Footprint): Spot {
  return { x: f.x + f.width / 2, y: f.y + f.depth / 2 }
}

/** A free spot for a place that is put on the plan: beside what stands there already. */
export function freeSpot(job: Job, kind: Place['kind']): Footprint {
  const right = Math.max(0, ...job.places.map((p) => (p.footprint ? p.footprint.x + p.footprint.width : 0)))
  const foot = footOf(job)
  const { width, depth } = NEW_SIZE_FT[kind]
  const whole = (feet: number) => Math.max(1, Math.round(feet * foot))
  return { x: right ? right + whole(60) : whole(40), y: whole(60), width: whole(width), depth: whole(depth) }
}

/** A point of a route; `near` is one whose ground it shares. */
export function pointAt(x: number, y: number, near?: Waypoint): Waypoint {
  return { x: round(x), y: round(y), pull: false, fitting: 'box', z: near?.z ?? 0, cover: near?.cover ?? null, under: near?.under ?? null }
}

/** Where two spans lie nearest: the middle of what they share, else their edges that face each other. */
function facing(a: number, wide: number, b: number, other: number): [number, number] {
  const [low, high] = [Math.max(a, b), Math.min(a + wide, b + other)]
  if (low <= high) return [(low + high) / 2, (low + high) / 2]
  return a < b ? [a + wide, b] : [a, b + other]
}

/** A straight route between the two places of a run, both of them on the plan: from edge to edge. */
export function straightRoute(job: Job, run: Run): Route | null {
  const ends = [run.from_station, run.to_station].map((id) => {
    const station = job.stations.find((s) => s.id === id)
    return job.places.find((p) => p.id === station?.place)?.footprint ?? null
  })
  const [from, to] = ends
  if (!from || !to || from === to) return null
  const [x, y] = [facing(from.x, from.width, to.x, to.width), facing(from.y, from.depth, to.y, to.depth)]
  // Drawn over one another they have no edges that face.
  const apart = x[0] !== x[1] || y[0] !== y[1]
  const points = (apart ? [{ x: x[0], y: y[0] }, { x: x[1], y: y[1] }] : [middle(from), middle(to)]).map((s) => pointAt(s.x, s.y))
  return { kind: 'trench', points, ends: 0, ends_start: null }
}

/** A walked track as a route: laid so that it begins where the run's source stands. */
export function trackRoute(job: Job, run: Run, track: [number, number][]): Route {
  const station = job.stations.find((s) => s.id === run.from_station)
  const footprint = job.places.find((p) => p.id === station?.place)?.footprint
  const start = footprint ? middle(footprint) : { x: 0, y: 0 }
  const points = track.map(([x, y]) => pointAt(start.x + x, start.y + y))
  return { kind: 'trench', points, ends: 0, ends_start: null }
}

export function round(length: number): number {
  return Math.round(length * 10) / 10
}

/** How far an arrow key moves a place: 5 ft, or a metre. */
export function nudgeOf(job: Job | null): number {
  return footOf(job) < 1 ? 1 : 5
}

/** A length for the scale bar: round, and about a fifth of the width. */
export function scaleLength(width: number): number {
  return [1, 2, 5, 10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000, 5000].find((l) => l >= width / 7) ?? 10000
}
