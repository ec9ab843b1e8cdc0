import { computed, reactive, ref, shallowRef, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { CaseAnswer, Problem, SpliceBox } from '@/api/types'
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

function kept(): Partial<BoxEntry> {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT) ?? '{}') as Partial<BoxEntry>
  } catch {
    return {}
  }
}

const START: BoxEntry = {
  kind: 'none', box: '4x2 1/8 square', in3: null, shape: null, internal_clamps: true, devices: [], support_fittings: [], extras: [],
  conductors: [{ size: '12', count: 4, way: 'ends' }], egcs: [{ size: '12', count: 2, way: 'enters' }],
} // prettier-ignore

// One box is on the bench at a time, whoever filled it.
const entry = reactive<BoxEntry>({ ...START, ...kept() })

/** Lay the splices of a moved panel's box on the bench. */
export function fillWithSplices(box: SpliceBox) {
  const conductors = box.wires.map((w) => ({ ...w, way: 'ends' }))
  const egcs = box.grounds.map((size) => ({ size, count: 2, way: 'enters' }))
  Object.assign(entry, structuredClone(START), { kind: box.box ? 'named' : 'none', box: box.box || START.box, conductors, egcs })
}

/** What is in a box and the box itself, with the answer; what is typed is kept over a reload. */
export function useBox() {
  const answer = shallowRef<CaseAnswer | null>(null)
  const problems = ref<Problem[]>([])
  const notice = ref('')
  let asked = 0

  const given = computed(() => {
    const { kind, box, in3, conductors, egcs, devices, support_fittings, extras, internal_clamps, shape } = entry
    const content = { conductors, egcs, devices }
    if (kind === 'conduit-body') return { verb: 'conduit-body', case: { ...content, marked_in3: in3 } }
    const own = kind === 'none' ? {} : { box: kind === 'named' ? box : in3 }
    return { verb: 'box', case: { ...content, support_fittings, extras, internal_clamps, ...own, ...(shape ? { shapes: [shape] } : {}) } }
  })

  watch(given, async (now) => {
    const call = ++asked
    try {
      sessionStorage.setItem(KEPT, JSON.stringify(entry))
    } catch {
      // A browser that keeps nothing only forgets it at a reload.
    }
    try {
      const path = { book_id: USUAL_BOOK, verb: now.verb }
      const found = await answered(api.POST('/api/code-books/{book_id}/cases/{verb}', { params: { path }, body: { case: now.case } }))
      if (call !== asked) return
      answer.value = found.answer
      problems.value = []
      notice.value = ''
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      if (call !== asked) return
      problems.value = error.problems
      notice.value = error.message
    }
  }, { immediate: true, deep: true }) // prettier-ignore

  function startOver() {
    Object.assign(entry, structuredClone(START))
  }

  return { entry, answer, problems, notice, startOver }
}
