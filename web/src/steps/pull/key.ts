import { inject, type InjectionKey } from 'vue'

import type { PullDesk } from './usePull'

export const pullKey: InjectionKey<PullDesk> = Symbol('pull')

/** The run of the page that a component stands on. */
export function usePullDesk(): PullDesk {
  const found = inject(pullKey)
  if (!found) throw new Error('No run is provided here')
  return found
}
