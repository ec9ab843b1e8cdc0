import { sizes } from '@/fields/choices'
import { onKey } from '@/shell/keyed/keys'
import type { Desk } from '@/stores/desk'

/** Bind the keys that work along the runs of a desk; returns the unbinding. */
export function runKeys(desk: Desk): () => void {
  function chosen(): string | null {
    return desk.run?.locks.size ?? (desk.solution?.runs.find((r) => r.id === desk.selectedRun)?.figures.size.value as string | null) ?? null
  }

  function step(by: number) {
    const runs = desk.job?.runs ?? []
    if (!runs.length) return
    const at = Math.max(0, desk.runIndex)
    desk.selectRun(runs[(at + by + runs.length) % runs.length].id)
  }

  function bump(by: number) {
    const at = sizes().findIndex((s) => s === chosen())
    const size = sizes()[at + by]
    if (at >= 0 && size) void desk.setLocks({ size })
  }

  function lock() {
    const size = sizes().find((s) => s === chosen())
    if (desk.run?.locks.size) void desk.setLocks({ size: null })
    else if (size) void desk.setLocks({ size })
  }

  const unbind = [
    onKey('j', () => step(1)),
    onKey('k', () => step(-1)),
    onKey('+', () => bump(1)),
    onKey('=', () => bump(1)),
    onKey('-', () => bump(-1)),
    onKey('l', lock),
  ]
  return () => unbind.forEach((stop) => stop())
}
