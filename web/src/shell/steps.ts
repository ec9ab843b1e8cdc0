/** The steps that work, under the digits they keep in the order of the job. */
export interface Step {
  digit: string
  name: string
  route: 'loads' | 'span'
}

export const STEPS: Step[] = [
  { digit: '2', name: 'Loads', route: 'loads' },
  { digit: '3', name: 'Span', route: 'span' },
]

export const PAGES = [
  { name: 'Jobs', route: 'jobs' },
  { name: 'Quick check', route: 'quick' },
  { name: 'Shop', route: 'shop' },
  { name: 'Code book', route: 'book' },
] as const
