import { computed, inject, ref, watch } from 'vue'
import type { InjectionKey } from 'vue'

import type { CircuitAnswer, Fix, PanelCircuit, PatchStep } from '@/api/types'
import { isAway } from '@/fields/states'
import { freshId } from '@/pages/jobs/building'
import { useDesk } from '@/stores/desk'

/** A place of a breaker: its space, and a half of it. */
export interface Spot {
  space: number
  half: 'a' | 'b' | null
}

/** The panel that is looked at, the circuit chosen in it, and what can be done to both. */
export function usePanel() {
  const desk = useDesk()
  const circuitId = ref<string | null>(null)
  // The circuit that is in the hand: the next space that is chosen is where it goes.
  const lifted = ref<string | null>(null)
  const said = ref('')
  const tab = ref<'panel' | 'list' | 'bought' | 'move' | 'boxes'>('panel')

  const boards = computed(() => desk.job?.stations.filter((s) => s.kind === 'panelboard' && !isAway(s)) ?? [])
  const station = computed(() => boards.value.find((s) => s.id === desk.selectedStation) ?? boards.value.find((s) => s.panel) ?? boards.value[0])
  const base = computed(() => `/stations/${desk.job?.stations.findIndex((s) => s.id === station.value?.id) ?? -1}`)
  const panel = computed(() => station.value?.panel ?? null)
  const answer = computed(() => desk.solution?.panels.find((p) => p.station === station.value?.id))
  const circuits = computed(() => panel.value?.circuits ?? [])
  const circuit = computed(() => circuits.value.find((c) => c.id === circuitId.value) ?? null)
  const solved = computed(() => new Map<string, CircuitAnswer>(answer.value?.circuits.map((c) => [c.id, c]) ?? []))
  // In the order of their spaces; those that are in none come last.
  const ordered = computed(() => [...circuits.value].sort((a, b) => rank(a) - rank(b)))
  const bad = computed(() => new Set(desk.solution?.findings.filter((f) => f.panel === station.value?.id && f.circuit && (f.level === 'danger' || f.level === 'violation')).map((f) => f.circuit)))

  watch(station, (now, before) => {
    if (now?.id !== before?.id) lifted.value = null
    if (circuitId.value && !circuits.value.some((c) => c.id === circuitId.value)) circuitId.value = null
  })

  function rank(c: PanelCircuit): number {
    return (c.space ?? 999) * 3 + (c.half === 'b' ? 1 : 0)
  }

  function indexOf(id: string): number {
    return circuits.value.findIndex((c) => c.id === id)
  }

  function edit(steps: [string, unknown][]): Promise<boolean> {
    return desk.edit(steps.map(([way, value]) => ({ op: 'add', path: `${base.value}/${way}`, value })))
  }

  function setCircuit(id: string, fields: Record<string, unknown>): Promise<boolean> {
    return edit(Object.entries(fields).map(([way, value]) => [`panel/circuits/${indexOf(id)}/${way}`, value]))
  }

  function apply(fix: Fix | null | undefined): Promise<boolean> {
    return fix ? desk.edit(fix.patch as unknown as PatchStep[]) : Promise.resolve(false)
  }

  async function addCircuit(spot: Spot | null) {
    const id = freshId('circuit', circuits.value.map((c) => c.id))
    if (await desk.edit([{ op: 'add', path: `${base.value}/panel/circuits/-`, value: { id, ...(spot ?? {}) } }])) circuitId.value = id
  }

  async function removeCircuit(id: string) {
    const at = indexOf(id)
    const partner = circuits.value.find((c) => c.partner === id)
    const steps: PatchStep[] = partner ? [{ op: 'add', path: `${base.value}/panel/circuits/${indexOf(partner.id)}/partner`, value: null }] : []
    if (await desk.edit([...steps, { op: 'remove', path: `${base.value}/panel/circuits/${at}` }])) circuitId.value = null
  }

  function held(spot: Spot, poles: number, not: string): PanelCircuit[] {
    const wanted = poles === 2 ? [spot.space, spot.space + 2] : [spot.space]
    return circuits.value.filter((c) => {
      if (c.id === not || c.space === null) return false
      const own = c.poles === 2 ? [c.space, c.space + 2] : [c.space]
      return own.some((s) => wanted.includes(s)) && !(spot.half && c.half && spot.half !== c.half)
    })
  }

  /** Put a circuit into a space: a free one, beside the other half of a tandem, or in exchange for one of as many poles. */
  async function moveTo(id: string, to: Spot): Promise<boolean> {
    const moved = circuits.value.find((c) => c.id === id)
    if (!moved || !answer.value) return false
    if (to.space < 1 || to.space + 2 * (moved.poles - 1) > answer.value.spaces) {
      said.value = `There is no room for ${moved.poles} pole${moved.poles === 1 ? '' : 's'} at ${to.space}.`
      return false
    }
    let spot = to
    let there = held(spot, moved.poles, id)
    const halves = there.length === 1 && there[0].half && moved.poles === 1 && !to.half && panel.value?.twin_spaces.includes(to.space)
    if (halves) {
      spot = { space: to.space, half: there[0].half === 'a' ? 'b' : 'a' }
      there = held(spot, moved.poles, id)
    }
    if (there.length > 1 || there.some((c) => c.poles !== moved.poles || c.locked)) {
      said.value = `${spot.space} is taken by ${there.map((c) => c.name || c.id).join(' and ')}${there.some((c) => c.locked) ? ', stays put' : ''}.`
      return false
    }
    const place = (c: PanelCircuit, s: number | null, half: 'a' | 'b' | null): [string, unknown][] => {
      const way = `panel/circuits/${indexOf(c.id)}`
      return [[`${way}/space`, s], [`${way}/half`, half]]
    }
    said.value = ''
    const swapped = there.flatMap((c) => place(c, moved.space, moved.half))
    return edit([...place(moved, spot.space, there[0]?.half ?? spot.half), ...swapped])
  }

  return { desk, boards, station, base, panel, answer, circuits, ordered, circuit, circuitId, solved, bad, lifted, said, tab, edit, setCircuit, apply, addCircuit, removeCircuit, moveTo }
}

export type PanelDesk = ReturnType<typeof usePanel>
export const panelKey: InjectionKey<PanelDesk> = Symbol('panel')

/** The panel of the page that a component stands on. */
export function usePanelDesk(): PanelDesk {
  const found = inject(panelKey)
  if (!found) throw new Error('No panel is provided here')
  return found
}

/** A circuit's space as it is written. */
export function spaceText(c: { space: number | null; half: string | null; poles: number }): string {
  if (c.space === null) return '—'
  return c.poles === 2 ? `${c.space}-${c.space + 2}` : `${c.space}${c.half ?? ''}`
}
