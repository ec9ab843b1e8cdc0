import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

import { answered, api } from '@/api/client'
import type { BookWords, BookName } from '@/api/types'

/** The code books by name, and the words of each, asked for once. */
export const useBooks = defineStore('books', () => {
  const all = shallowRef<BookName[]>([])
  const words = new Map<string, Promise<BookWords>>()

  async function list() {
    if (!all.value.length) all.value = (await answered(api.GET('/api/code-books'))).books
  }

  /** The words of a book, under its name. Throws `Refused` where they do not come. */
  function wordsOf(id: string): Promise<BookWords> {
    const known = words.get(id)
    if (known) return known
    const asked = answered(api.GET('/api/code-books/{book_id}/vocabulary', { params: { path: { book_id: id } } }))
    words.set(id, asked)
    asked.catch(() => words.delete(id))
    return asked
  }

  return { all, list, wordsOf }
})
