import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { ref, toRaw } from 'vue'

/** What was written down here and is not at the server yet; `key` is the one it is sent under, in every tab. */
export interface Waits<T = unknown> {
  key: string
  list: 'edits' | 'looks' | 'readings'
  job: string
  at: number
  body: T
  // The words with which it was refused for good, until it is taken off.
  refused?: string
}

interface Shelf extends DBSchema {
  waiting: { key: string; value: Waits; indexes: { list: string } }
}

const NAME = 'north-span'
// A browser that does not open its store within this is taken to have none.
const PATIENCE_MS = 3000
const CHANNEL = 'north-span-waiting'

/** Whether what waits outlives this tab: in some private windows nothing does. */
export const outlives = ref(true)

// Kept beside the store as well, so that a store that fails under way takes nothing with it.
const here = new Map<string, Waits>()
const listeners = new Set<() => void>()
const channel = new BroadcastChannel(CHANNEL)
channel.onmessage = () => listeners.forEach((tell) => tell())

let opened: Promise<IDBPDatabase<Shelf> | null> | null = null
// One after the other: what is let go was kept before.
let last: Promise<unknown> = Promise.resolve()
let clock = 0

/** A key to send something under: however often it arrives, and from however many tabs, the server keeps it once. */
export function newKey(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}

function shelf() {
  opened ??= patiently(reach()).then((found) => {
    outlives.value = found !== null
    return found
  })
  return opened
}

function patiently<T>(found: Promise<T>): Promise<T | null> {
  return Promise.race([found, new Promise<null>((give) => window.setTimeout(give, PATIENCE_MS, null))])
}

async function reach() {
  const open = () =>
    openDB<Shelf>(NAME, 1, {
      upgrade: (found) => found.createObjectStore('waiting', { keyPath: 'key' }).createIndex('list', 'list'),
    })
  try {
    const found = await open()
    // A store that opens and cannot be read is damaged too.
    await found.count('waiting')
    return found
  } catch {
    try {
      await deleteDB(NAME)
      return await open()
    } catch {
      return null
    }
  }
}

function inTurn(work: (found: IDBPDatabase<Shelf>) => Promise<unknown>): Promise<void> {
  const done = last.then(async () => {
    const found = await shelf()
    if (!found) return
    try {
      await work(found)
    } catch {
      outlives.value = false
    }
  })
  last = done
  return done.then(() => {
    listeners.forEach((tell) => tell())
    channel.postMessage('changed')
  })
}

/** Keep something; resolves once it outlives this tab, or never can. */
export async function keep<T>(each: Omit<Waits<T>, 'at'> & { at?: number }): Promise<Waits<T>> {
  clock = Math.max(Date.now(), clock + 1)
  const kept = { ...each, body: toRaw(each.body), at: each.at ?? clock }
  here.set(kept.key, kept)
  await inTurn((found) => found.put('waiting', kept))
  return kept
}

/** Let go of what the server has, or what was taken off. */
export function letGo(key: string): Promise<void> {
  here.delete(key)
  return inTurn((found) => found.delete('waiting', key))
}

/** All of a list that waits, from every tab, oldest first; what is none of ours is passed over. */
export async function waitingOf<T>(list: Waits['list']): Promise<Waits<T>[]> {
  await last
  const found = await shelf()
  let stored: Waits[] | null = null
  try {
    stored = (await found?.getAllFromIndex('waiting', 'list', list)) ?? null
  } catch {
    outlives.value = false
  }
  const sound = stored?.filter((each) => typeof each.job === 'string' && typeof each.at === 'number' && typeof each.body === 'object' && each.body)
  const all = outlives.value && sound ? sound : [...here.values()].filter((each) => each.list === list)
  return (all as Waits<T>[]).sort((one, other) => one.at - other.at)
}

/** Hear of every change, also another tab's; gives back how to stop. */
export function hear(tell: () => void): () => void {
  listeners.add(tell)
  return () => listeners.delete(tell)
}
