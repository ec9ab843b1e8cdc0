import type { Directive } from 'vue'

type Control = HTMLInputElement | HTMLSelectElement
type Shown = boolean | number | string

/**
 * A control shows its value again whenever the desk settles. The browser has set it to what was picked; where that was
 * refused the value is as it was before, so that nothing else would set it back.
 */
export const vHeld: Directive<Control, { shown: Shown; settled: number }> = {
  mounted: (control, { value }) => show(control, value.shown),
  updated: (control, { value, oldValue }) => {
    if (value.settled !== oldValue?.settled || value.shown !== oldValue.shown) show(control, value.shown)
  },
}

function show(control: Control, shown: Shown) {
  if (typeof shown === 'boolean') (control as HTMLInputElement).checked = shown
  else control.value = String(shown)
}
