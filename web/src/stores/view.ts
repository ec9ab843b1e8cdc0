import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'

import type { Figure } from '@/api/types'

export interface Shown {
  title: string
  figure: Figure
}

function remembered(key: string): boolean {
  try {
    return localStorage.getItem(key) === 'yes'
  } catch {
    return false
  }
}

/** What the person has on view: the working at hand, the other units, dark paper. */
export const useView = defineStore('view', () => {
  const working = shallowRef<Shown | null>(null)
  const both = ref(remembered('both-units'))
  const dark = ref(remembered('dark'))
  const palette = ref(false)
  const help = ref(false)

  for (const [key, value] of [['both-units', both], ['dark', dark]] as const) {
    watch(value, (on) => {
      try {
        localStorage.setItem(key, on ? 'yes' : 'no')
      } catch {
        // A browser that keeps nothing only forgets the switch.
      }
    })
  }

  function show(title: string, figure: Figure) {
    working.value = { title, figure }
  }

  return { working, both, dark, palette, help, show }
})
