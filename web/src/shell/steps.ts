import type { RouteLocationNormalizedLoaded } from 'vue-router'

import { term } from '@/stores/words'

/** The steps that work, under the digits they keep in the order of the job; what stands beside them has none. */
export interface Step {
  digit: string
  name: string
  /** The code book's own word for it, where it has one. */
  term?: string
  route: 'walk' | 'loads' | 'span' | 'ground' | 'panels' | 'pull' | 'day' | 'test' | 'packet' | 'what-if' | 'rules'
}

/** The step that a page belongs to: its own, or the one that it is a part of. */
export function stepOf(route: RouteLocationNormalizedLoaded): unknown {
  return route.meta.step ?? route.name
}

export const STEPS: Step[] = [
  { digit: '1', name: 'Walk', route: 'walk' },
  { digit: '2', name: 'Loads', route: 'loads' },
  { digit: '3', name: 'Span', route: 'span' },
  { digit: '4', name: 'Ground', term: 'step_ground', route: 'ground' },
  { digit: '5', name: 'Panels', term: 'step_panels', route: 'panels' },
  { digit: '6', name: 'Pull', route: 'pull' },
  { digit: '7', name: 'Day', route: 'day' },
  { digit: '8', name: 'Test', route: 'test' },
  { digit: '9', name: 'Packet', route: 'packet' },
  { digit: '', name: 'What if', route: 'what-if' },
  { digit: '', name: 'House rules', route: 'rules' },
]

/** What a step is called in the words of the code book. */
export function stepName(step: Step): string {
  return (step.term && term(step.term)) || step.name
}

export const PAGES = [
  { name: 'Jobs', route: 'jobs' },
  { name: 'Logbook', route: 'logbook' },
  { name: 'Quick check', route: 'quick' },
  { name: 'Shop', route: 'shop' },
  { name: 'Code book', route: 'book' },
] as const
