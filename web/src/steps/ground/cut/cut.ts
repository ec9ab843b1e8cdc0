import type { Job, ModeAnswer, PlaceGround, Run, RunWires, Station, StationBond } from '@/api/types'

export const SOURCE_WIDE = 84
export const GAP = 78
export const EDGE = 12
const [NARROWEST, WIDEST] = [108, 190]

/** One enclosure of the cut: where it stands on the drawing, and what is known of it. */
export interface Column {
  station: Station
  bond: StationBond | undefined
  source: boolean
  x: number
  width: number
  ground: PlaceGround | null
}

/** The wires between two neighbours of the cut. */
export interface Link {
  run: Run
  wires: RunWires
  from: Column
  to: Column
  past: boolean
}

/**
 * The stations from the source to the one at hand and on beyond it, along the branch that feeds most. On a standby source
 * what lies dead ahead of its switch stands first: its neutral, and the bond on it, may be joined all the same.
 */
export function chainOf(job: Job, mode: ModeAnswer, selected: string): string[] {
  const live = new Map(mode.runs.filter((r) => r.live).map((r) => [r.run, r]))
  const feeds = job.runs.filter((r) => live.has(r.id))
  // Of two feeds for a leg each the first source's is drawn.
  const first = feeds.filter((r) => r.from_station === mode.sources[0])
  const up = new Map([...feeds, ...first].map((r) => [r.to_station, r.from_station]))
  const down = (id: string) => feeds.filter((r) => r.from_station === id).map((r) => r.to_station)
  const weight = (id: string): number => 1 + down(id).reduce((sum, each) => sum + weight(each), 0)
  const start = up.has(selected) || mode.sources.includes(selected) ? selected : mode.sources[0]
  const chain = start ? [start] : []
  for (let at = up.get(chain[0]); at; at = up.get(at)) chain.unshift(at)
  for (let next = down(chain[chain.length - 1]); next.length; next = down(chain[chain.length - 1])) {
    chain.push(next.reduce((best, id) => (weight(id) > weight(best) ? id : best)))
  }
  const standby = (id: string) => job.stations.some((s) => s.id === id && s.generator)
  const dead = job.runs.find((r) => chain.includes(r.to_station) && !live.has(r.id) && !standby(r.from_station))
  const before: string[] = []
  for (let run = dead; run; run = job.runs.find((r) => r.to_station === before[0])) before.unshift(run.from_station)
  const shown = before.filter((id) => job.stations.some((s) => s.id === id && s.kind !== 'utility'))
  return [...shown, ...chain]
}

/** Lay a chain out from left to right; a long one grows wider than the room it is given. */
export function columnsOf(job: Job, mode: ModeAnswer, grounds: PlaceGround[], chain: string[], room: number): Column[] {
  const utility = job.stations.some((s) => s.id === chain[0] && s.kind === 'utility')
  const boxes = Math.max(1, chain.length - Number(utility))
  const taken = 44 + GAP * (chain.length - 1) + (utility ? SOURCE_WIDE : 0)
  const each = Math.min(WIDEST, Math.max(NARROWEST, (room - taken) / boxes))
  let x = 14
  return chain.flatMap((id) => {
    const station = job.stations.find((s) => s.id === id)
    if (!station) return []
    const source = station.kind === 'utility'
    const width = source ? SOURCE_WIDE : each
    const column = {
      station, source, x, width,
      bond: mode.stations.find((s) => s.station === id),
      ground: grounds.find((g) => g.lands_at === id && (g.electrodes.length || g.needed)) ?? null,
    } // prettier-ignore
    x += width + GAP
    return [column]
  })
}

/** The runs between the enclosures of a cut; one that goes past another enclosure on its way is `past` it. */
export function linksOf(job: Job, mode: ModeAnswer, columns: Column[]): Link[] {
  return job.runs.flatMap((run) => {
    const from = columns.findIndex((c) => c.station.id === run.from_station)
    const to = columns.findIndex((c) => c.station.id === run.to_station)
    const wires = mode.runs.find((w) => w.run === run.id)
    return from >= 0 && to > from && wires ? [{ run, wires, from: columns[from], to: columns[to], past: to > from + 1 }] : []
  })
}

/** Whether an equipment ground of wire goes with a run. */
export function groundWire(wires: RunWires): boolean {
  return wires.equipment === 'wire' || wires.equipment === 'wire-and-raceway'
}

/** How many wires a run brings, as it is said. */
export function wireWords(wires: RunWires): string {
  const count = wires.ungrounded + Number(wires.neutral) + Number(groundWire(wires))
  return `${count} wires${wires.equipment.includes('raceway') ? ', steel' : ''}`
}

/** Amperes as short as they can be said. */
export function ampsText(amps: number): string {
  const places = amps >= 100 ? 0 : amps >= 0.995 ? 1 : 2
  return `${amps.toLocaleString('en-US', { minimumFractionDigits: places, maximumFractionDigits: places })} A`
}
