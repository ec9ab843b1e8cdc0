import createClient from 'openapi-fetch'

import type { paths } from './schema'
import type { Problem, Trouble } from './types'
import { useEdition } from '@/stores/edition'

export const api = createClient<paths>({ baseUrl: '/' })
api.use({ onResponse: ({ response }) => useEdition().heard(response.headers.get('North-Span-Edition')) })

/** A refusal of the server, or no server at all, in words for the person. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly problems: Problem[] = [],
    readonly version: number | null = null,
  ) {
    super(title)
  }

  /** Whether the same call may go through later: nothing answered, or the server cannot save for now. */
  get passing(): boolean {
    return [0, 429, 502, 503, 504, 507].includes(this.status)
  }

  /** The words for one place in what was sent, if any. */
  at(pointer: string): string | undefined {
    return this.problems.find((p) => p.pointer === pointer || p.pointer.startsWith(`${pointer}/`))?.words
  }
}

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** Wait for a call and give its data, or throw `Refused`. */
export async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch {
    throw new Refused(0, 'North Span does not answer. Is it still running? What you typed is still here.')
  }
  if (answer.data !== undefined && answer.response.ok) return answer.data
  const trouble = answer.error as Partial<Trouble> | undefined
  throw new Refused(answer.response.status, trouble?.title ?? 'That did not work', trouble?.problems ?? [], trouble?.version ?? null)
}

/** A call's options that send a file as it is. */
export function asSent(file: Blob) {
  return { body: file as never, bodySerializer: (b: unknown) => b as never, headers: { 'Content-Type': 'application/octet-stream' } }
}
