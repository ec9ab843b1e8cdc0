import { onBeforeUnmount, ref } from 'vue'

import { Refused } from '@/api/client'

const AGAIN_MS = 15_000

/** A key to send something under: however often it arrives, and from however many tabs, the server keeps it once. */
export function newKey(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}

/**
 * What is written down in the field: kept in this browser first, sent when the server answers, never lost between. What is
 * refused for good stays with the words of the refusal until it is taken off.
 */
export function useKept<T extends object>(key: string, post: (each: T) => Promise<unknown>, sent: () => void) {
  const all = () => JSON.parse(localStorage.getItem(key) ?? '[]') as (T & { refused?: string })[]
  const waiting = ref(all())
  let sending = false

  function lay(entries: (T & { refused?: string })[]) {
    localStorage.setItem(key, JSON.stringify(entries))
    waiting.value = entries as typeof waiting.value
  }
  const same = (one: T, other: T) => JSON.stringify(one) === JSON.stringify(other)
  const drop = (each: T) => lay(all().filter((k) => !same(k, each)))

  async function send() {
    if (sending) return
    sending = true
    let any = false
    try {
      for (const each of all().filter((k) => !k.refused)) {
        try {
          await post(each)
          drop(each)
          any = true
        } catch (error) {
          if (!(error instanceof Refused)) throw error
          if (error.passing) return
          lay(all().map((k) => (same(k, each) ? { ...k, refused: error.problems[0]?.words ?? error.message } : k)))
        }
      }
    } finally {
      sending = false
      if (any) sent()
    }
  }
  function put(each: T) {
    lay([...all(), each])
    void send()
  }
  const again = () => void send()
  window.addEventListener('online', again)
  const timer = window.setInterval(() => all().some((k) => !k.refused) && void send(), AGAIN_MS)
  onBeforeUnmount(() => {
    window.removeEventListener('online', again)
    window.clearInterval(timer)
  })
  return { waiting, put, drop, send }
}
