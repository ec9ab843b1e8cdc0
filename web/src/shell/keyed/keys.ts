import { useEventListener } from '@vueuse/core'

import { useView } from '@/stores/view'

type Action = () => void

const actions = new Map<string, Action>()

/** Bind a key while a screen is up; returns the unbinding. */
export function onKey(key: string, action: Action): Action {
  actions.set(key, action)
  return () => {
    if (actions.get(key) === action) actions.delete(key)
  }
}

function typing(target: EventTarget | null): boolean {
  const element = target as HTMLElement | null
  return !!element?.closest('input:not([type=range]):not([type=checkbox]), textarea, select, [contenteditable=true]')
}

/** Listen to the whole window; returns the way to stop. */
export function listen(): Action {
  const view = useView()
  function heard(event: KeyboardEvent) {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
      event.preventDefault()
      view.palette = true
      return
    }
    if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
    if (document.querySelector('.v-overlay--active')) return
    if (event.key === '/') view.palette = true
    else if (event.key === '?') view.help = true
    else {
      const action = actions.get(event.key)
      if (!action) return
      action()
    }
    event.preventDefault()
  }
  return useEventListener(window, 'keydown', heard)
}
