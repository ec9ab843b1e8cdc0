import type { PullAnswer } from '@/api/types'

export interface Mark {
  x: number
  y: number
  ground: number
}

/** Where the unrolled route stands in a drawing of a width: px, the ground's line at `at`, depths as they compare. */
export function laidOut(answer: PullAnswer, left: number, width: number, at: number): Mark[] {
  const nodes = answer.nodes
  const last = nodes[nodes.length - 1].along || 1
  const under = nodes.map((n) => n.ground - n.height)
  const deepest = Math.max(...under, 0.01)
  const heights = nodes.map((n) => n.ground)
  const relief = Math.max(...heights) - Math.min(...heights)
  // The ground's own rise and fall is drawn to the scale of the length where there is room, else as much as there is.
  const fall = relief ? Math.min(width / last, 34 / relief) : 0
  const top = Math.max(...heights)
  return nodes.map((n, i) => {
    const ground = at + (top - n.ground) * fall
    const depth = under[i] > 0 ? 14 + (under[i] / deepest) * 34 : under[i] < 0 ? -34 : 0
    return { x: left + (n.along / last) * width, y: ground + depth, ground }
  })
}

/** The tension along the route as a line of points: node-wise places and forces, in the order of the route. */
export function tensions(answer: PullAnswer, fromStart: boolean): { along: number; force: number }[] {
  const order = fromStart ? answer.pieces : [...answer.pieces].reverse()
  const at = (node: number) => answer.nodes[node].along
  let here = at(fromStart ? 0 : answer.nodes.length - 1)
  const points = [{ along: here, force: 0 }]
  for (const piece of order) {
    here = at(fromStart ? piece.last : piece.first)
    points.push({ along: here, force: fromStart ? piece.tension_start : piece.tension_end })
  }
  return points
}
