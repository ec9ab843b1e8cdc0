import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

import { answered, api } from '@/api/client'
import type { BookName, Vocabulary } from '@/api/types'

/** The code books by name, and the words of each, asked for once. */
export const useBooks = defineStore('books', () => {
  const all = shallowRef<BookName[]>([])
  const words = new Map<string, Promise<Vocabulary>>()

  async function list() {
    if (!all.value.length) all.value = (await answered(api.GET('/api/code-books'))).books
  }

  function vocabulary(id: string): Promise<Vocabulary> {
    const known = words.get(id)
    if (known) return known
    const asked = answered(api.GET('/api/code-books/{book_id}/vocabulary', { params: { path: { book_id: id } } })).then((m) => m.vocabulary)
    words.set(id, asked)
    asked.catch(() => words.delete(id))
    return asked
  }

  return { all, list, vocabulary }
})
