import { nextTick } from 'vue'

import type { PanelDesk } from '../usePanel'
import { onKey } from '@/shell/keyed/keys'

/** Keys for the circuit that is chosen: its name, its half of a tandem, its multiwire partner. Gives the unbinding. */
export function circuitKeys(panel: PanelDesk): () => void {
  const { circuit, circuits, answer } = panel

  /** In a space that takes a tandem: whole, then the upper half, then the lower one. */
  function twin() {
    const own = circuit.value
    if (!own || own.poles === 2 || own.space === null) return
    if (!panel.panel.value?.twin_spaces.includes(own.space)) panel.said.value = `Space ${own.space} takes no tandem.`
    else void panel.setCircuit(own.id, { half: own.half === null ? 'a' : own.half === 'a' ? 'b' : null })
  }

  /** Share a neutral, tied, with the circuit in the space below, or no longer. */
  function multiwire() {
    const own = circuit.value
    if (!own || own.space === null || own.poles === 2 || !answer.value) return
    const below = circuits.value.find((c) => c.space === (own.space ?? 0) + 2 && c.poles === 1)
    const other = circuits.value.find((c) => c.id === own.partner) ?? below
    const at = (id: string) => `panel/circuits/${circuits.value.findIndex((c) => c.id === id)}`
    if (!other || (!own.partner && other.partner)) panel.said.value = `There is no circuit below ${own.space} to share a neutral with.`
    else if (own.partner) void panel.edit([[`${at(own.id)}/partner`, null], [`${at(other.id)}/partner`, null]])
    else void panel.edit([own, other].flatMap((c) => [[`${at(c.id)}/partner`, c === own ? other.id : own.id], [`${at(c.id)}/tied`, true]] as [string, unknown][]))
  }

  function name() {
    void nextTick(() => document.querySelector<HTMLInputElement>('.circuit .text input')?.focus())
  }

  const unbind = [onKey('t', twin), onKey('m', multiwire), onKey('n', name)]
  return () => unbind.forEach((stop) => stop())
}
