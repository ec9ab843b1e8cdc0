import type { Directive } from 'vue'

type Shown = boolean | number

/**
 * A box to tick or a slider shows its value again whenever the desk settles. The browser has set it to what was picked;
 * where that was refused the value is as it was before, so that nothing else would set it back.
 */
export const vHeld: Directive<HTMLElement, { shown: Shown; settled: number }> = {
  mounted: (control, { value }) => show(control, value.shown),
  updated: (control, { value, oldValue }) => {
    if (value.settled !== oldValue?.settled || value.shown !== oldValue.shown) show(control, value.shown)
  },
}

function show(control: HTMLElement, shown: Shown) {
  const input = control instanceof HTMLInputElement ? control : control.querySelector('input')
  if (!input) return
  if (typeof shown === 'boolean') input.checked = shown
  else input.value = String(shown)
}
