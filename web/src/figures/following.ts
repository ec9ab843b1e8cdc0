import { useEventListener } from '@vueuse/core'

/** Follow the pointer from where it went down until it is let go, wherever on the screen that is. */
export function followPointer(move: (event: PointerEvent) => void, letGo: (event: PointerEvent) => void) {
  const moving = useEventListener(window, 'pointermove', move)
  const up = useEventListener(window, ['pointerup', 'pointercancel'], (event) => {
    moving()
    up()
    letGo(event)
  })
}
