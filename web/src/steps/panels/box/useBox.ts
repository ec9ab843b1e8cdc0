import { computed } from 'vue'

import type { SpliceBox } from '@/api/types'
import { useAnswer, useKept } from '@/stores/sent/answer'
import { USUAL_BOOK } from '@/stores/words'

export interface BoxEntry {
  kind: 'named' | 'marked' | 'conduit-body' | 'none'
  box: string
  in3: number | null
  shape: string | null
  conductors: { size: string; count: number; way: string }[]
  egcs: { size: string; count: number; way: string }[]
  devices: { size: string; count: number; gangs: number }[]
  support_fittings: string[]
  extras: { kind: string; in3: number }[]
  internal_clamps: boolean
}

const KEPT = 'box-fill'

const START: BoxEntry = {
  kind: 'none', box: '4x2 1/8 square', in3: null, shape: null, internal_clamps: true, devices: [], support_fittings: [], extras: [],
  conductors: [{ size: '12', count: 4, way: 'ends' }], egcs: [{ size: '12', count: 2, way: 'enters' }],
} // prettier-ignore

// One box is on the bench at a time, whoever filled it.
const entry = useKept<BoxEntry>(KEPT, START)

/** Lay the splices of a moved panel's box on the bench. */
export function fillWithSplices(box: SpliceBox) {
  const conductors = box.wires.map((w) => ({ ...w, way: 'ends' }))
  const egcs = box.grounds.map((size) => ({ size, count: 2, way: 'enters' }))
  entry.value = { ...structuredClone(START), kind: box.box ? 'named' : 'none', box: box.box || START.box, conductors, egcs }
}

/** What is in a box and the box itself, with the answer; what is typed is kept over a reload. */
export function useBox() {
  const given = computed(() => {
    const { kind, box, in3, conductors, egcs, devices, support_fittings, extras, internal_clamps, shape } = entry.value
    const content = { conductors, egcs, devices }
    if (kind === 'conduit-body') return { book: USUAL_BOOK, verb: 'conduit-body', case: { ...content, marked_in3: in3 } }
    const own = kind === 'none' ? {} : { box: kind === 'named' ? box : in3 }
    return { book: USUAL_BOOK, verb: 'box', case: { ...content, support_fittings, extras, internal_clamps, ...own, ...(shape ? { shapes: [shape] } : {}) } }
  })

  const { answer, problems, notice } = useAnswer(given)

  function startOver() {
    entry.value = structuredClone(START)
  }

  return { entry, answer, problems, notice, startOver }
}
