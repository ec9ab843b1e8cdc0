/** Take the focus to the first finding on the screen, or from one to the next; after the last comes the first. */
export function toFindings() {
  const titles = [...document.querySelectorAll<HTMLElement>('[data-findings] .finding .title')]
  const at = titles.findIndex((title) => title.closest('.finding')?.contains(document.activeElement))
  const next = titles[(at + 1) % titles.length]
  next?.focus()
  next?.scrollIntoView({ block: 'nearest' })
}
