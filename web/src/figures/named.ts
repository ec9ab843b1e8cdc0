import type { Figure, NamedFigure } from '@/api/types'

/** Figures by their keys; one that is not asked of a run is left out. */
export function byKey(figures: readonly NamedFigure[]): Record<string, Figure | undefined> {
  return Object.fromEntries(figures.map((each) => [each.key, each.figure]))
}
