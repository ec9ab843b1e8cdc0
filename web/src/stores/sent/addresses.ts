import { applyPatch, deepClone, type Operation } from 'fast-json-patch'

import type { Job, PatchStep } from '@/api/types'

/**
 * An edit with every part named by its id in place of its index. Edits wait for one another: by the time one is sent its
 * index may be another's, its id is not.
 */
export function addressed(job: Job | null, patch: PatchStep[]): PatchStep[] {
  if (!job) return patch
  const many = patch.length > 1
  let document: unknown = many ? deepClone(job) : job
  return patch.map((step) => {
    const named = { ...step, path: byId(document, step.path) }
    if (many) document = applyPatch(document, [step as Operation]).newDocument
    return named
  })
}

function byId(document: unknown, path: string): string {
  let at = document
  const names = path.split('/').slice(1).map((name) => {
    const part = (at as Record<string, unknown> | null)?.[name]
    const id = Array.isArray(at) ? (part as { id?: unknown } | undefined)?.id : undefined
    at = part
    return typeof id === 'string' ? `@${id}` : name
  })
  return ['', ...names].join('/')
}
