import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'

import type { Figure } from '@/api/types'

export interface Shown {
  title: string
  figure: Figure
}

// A browser that keeps nothing only forgets the switch.
const remembered = (key: string) => useLocalStorage(key, false, { serializer: { read: (kept) => kept === 'yes', write: (on) => (on ? 'yes' : 'no') }, onError: () => {} })

/** What the person has on view: the working at hand, the other units, dark paper. */
export const useView = defineStore('view', () => {
  const working = shallowRef<Shown | null>(null)
  const both = remembered('both-units')
  const dark = remembered('dark')
  const palette = ref(false)
  const help = ref(false)

  function show(title: string, figure: Figure) {
    working.value = { title, figure }
  }

  return { working, both, dark, palette, help, show }
})
