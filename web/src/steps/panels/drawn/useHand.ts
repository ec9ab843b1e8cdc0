import { ref, type Ref } from 'vue'

import type { PanelDesk, Spot } from '../usePanel'
import type { DrawnBreaker } from '@/api/types'

const START = 5

/** Dragging a breaker with mouse, pen or finger: nothing is asked of the server before it is let go. */
export function useHand(svg: Ref<SVGSVGElement | null>, panel: PanelDesk, over: (spot: Spot | null) => void) {
  const ghost = ref<{ x: number; y: number; width: number; height: number } | null>(null)
  let held: { drawn: DrawnBreaker; x: number; y: number; pointer: number; moving: boolean } | null = null
  let digits = ''
  let typedAt = 0

  function at(event: PointerEvent): { x: number; y: number } | null {
    const matrix = svg.value?.getScreenCTM()
    if (!matrix) return null
    return new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  }

  function press(event: PointerEvent, drawn: DrawnBreaker) {
    const point = at(event)
    if (event.button !== 0 || !point || panel.circuits.value.find((c) => c.id === drawn.circuit)?.locked) return
    held = { drawn, x: point.x - drawn.box.x, y: point.y - drawn.box.y, pointer: event.pointerId, moving: false }
    if (event.pointerType !== 'mouse') (event.target as Element).releasePointerCapture?.(event.pointerId)
  }

  /** The space whose middle is nearest to the upper edge of what is dragged. */
  function nearest(): Spot | null {
    const box = ghost.value
    if (!box) return null
    const x = box.x + box.width / 2
    const y = box.y + 15
    const spaces = panel.answer.value?.drawing.spaces ?? []
    const inside = spaces.find((s) => x >= s.box.x - 20 && x <= s.box.x + s.box.width + 20 && y >= s.box.y && y < s.box.y + s.box.height)
    return inside ? { space: inside.space, half: null } : null
  }

  function move(event: PointerEvent) {
    const point = held && held.pointer === event.pointerId ? at(event) : null
    if (!held || !point) return
    const { box } = held.drawn
    const x = point.x - held.x
    const y = point.y - held.y
    if (!held.moving && Math.hypot(x - box.x, y - box.y) < START) return
    if (!held.moving) {
      held.moving = true
      panel.circuitId.value = panel.lifted.value = held.drawn.circuit
      svg.value?.setPointerCapture(event.pointerId)
    }
    ghost.value = { x, y, width: box.width, height: box.height }
    over(nearest())
  }

  async function up() {
    const done = held?.moving ? nearest() : null
    const id = held?.drawn.circuit
    const was = held?.moving
    cancel()
    if (!was || !id) return
    if (done) await panel.moveTo(id, done)
  }

  function cancel() {
    if (held?.moving) panel.lifted.value = null
    held = ghost.value = null
    over(null)
  }

  /** Digits that follow one another within a second make one number. */
  function typed(digit: string): number {
    const now = performance.now()
    digits = now - typedAt < 1000 ? (digits + digit).slice(-2) : digit
    typedAt = now
    return Number(digits)
  }

  return { ghost, press, drop: { move, up, cancel }, typed }
}
