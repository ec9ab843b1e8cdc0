/** A minute after midnight as it is said: 1:05 pm. */
export function clock(minutes: number): string {
  const hour = Math.floor(minutes / 60) % 24
  return `${((hour + 11) % 12) + 1}:${String(minutes % 60).padStart(2, '0')} ${hour < 12 ? 'am' : 'pm'}`
}

export function spell(minutes: number): string {
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60]
  return [hours ? `${hours} h` : '', rest || !hours ? `${rest} min` : ''].filter(Boolean).join(' ')
}
