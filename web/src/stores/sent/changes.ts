interface Step {
  op: string
  path: string
  value?: unknown
}

/** A document with what changed laid on; what did not change stays the very same. */
export function changed<T>(document: T, steps: readonly Step[]): T {
  return steps.reduce<unknown>((found, step) => laid(found, step.path.split('/').slice(1).map(plain), step), document) as T
}

function plain(name: string): string {
  return name.replaceAll('~1', '/').replaceAll('~0', '~')
}

function laid(part: unknown, way: string[], step: Step): unknown {
  if (!way.length) return step.value
  const [name, ...rest] = way
  if (Array.isArray(part)) {
    const copy = [...(part as unknown[])]
    const at = Number(name)
    if (rest.length) copy[at] = laid(copy[at], rest, step)
    else if (step.op === 'remove') copy.splice(at, 1)
    else if (step.op === 'add') copy.splice(at, 0, step.value)
    else copy[at] = step.value
    return copy
  }
  const own = part as Record<string, unknown>
  if (step.op === 'remove' && !rest.length) return Object.fromEntries(Object.entries(own).filter(([key]) => key !== name))
  return { ...own, [name]: rest.length ? laid(own[name], rest, step) : step.value }
}
