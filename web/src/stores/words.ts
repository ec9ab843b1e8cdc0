import { ref, shallowReactive, shallowRef } from 'vue'

import { useBooks } from './books'
import type { Vocabulary } from '@/api/types'

export interface Choice<T> {
  value: T
  words: string
}

/** The code book that jobs are made under where nothing else is chosen. */
export const USUAL_BOOK = 'nec-2023'

/** The words of the code book that jobs are made under here; null until they have come. */
export const words = shallowRef<Vocabulary | null>(null)
/** The code book that they are of, and what it is called. */
export const spoken = ref('')
export const spokenTitle = ref('')
const lists = new Map<string, Choice<unknown>[]>()

/** A list of choices by name, as the code book states it; empty until its words have come. */
export function list<T>(name: string): Choice<T>[] {
  const known = lists.get(name) ?? shallowReactive<Choice<unknown>[]>([])
  lists.set(name, known)
  return known as Choice<T>[]
}

/** What the code book calls a thing. */
export function term(name: string): string {
  return words.value?.words[name] ?? ''
}

/** The same at the beginning of a line. */
export function titled(name: string): string {
  const said = term(name)
  return said.charAt(0).toUpperCase() + said.slice(1)
}

/** What a kind of equipment is called; the supply's own is nobody's to choose. */
export function stationWord(kind: string): string {
  return kind === 'utility' ? term('supplier') : (list<string>('station_kinds').find((c) => c.value === kind)?.words ?? kind)
}

/** What a new part of a job begins with. */
export function defaults<T extends object>(name: string): T {
  return (words.value?.defaults[name] ?? {}) as T
}

/** Learn a code book's words. Throws `Refused` where they do not come. */
export async function learn(book: string) {
  const { vocabulary: found, title } = await useBooks().wordsOf(book)
  for (const [name, known] of lists) if (!(name in found.choices)) known.splice(0)
  for (const [name, choices] of Object.entries(found.choices)) {
    const known = list(name)
    known.splice(0, known.length, ...choices)
  }
  words.value = found
  spoken.value = book
  spokenTitle.value = title
}
