/**
 * A number as somebody writes it: with a point, with a comma, with its thousands apart; never taken for another one. The
 * server reads CSV files by the same rules (`northspan/text/numbers.py`); both are held to `tests/numbers.json`.
 */
const SIGN = '([+\\-\\u2212]?)'
const APART = "[ \\u00a0\\u202f'\\u2019]"
const whole = (pattern: string) => new RegExp(`^(?:${pattern})$`)
const PLAIN = whole(`${SIGN}(\\d+\\.?\\d*(?:[eE][+-]?\\d{1,3})?|\\.\\d+)`)
const SPACED = whole(`${SIGN}(\\d{1,3}(?:${APART}\\d{3})+)(?:[.,](\\d+))?`)
const COMMAS = whole(`${SIGN}([1-9]\\d{0,2}(?:,\\d{3})+)(?:\\.(\\d+))?`)
const POINTS = whole(`${SIGN}([1-9]\\d{0,2}(?:\\.\\d{3})+),(\\d+)`)
const MANY_POINTS = whole(`${SIGN}([1-9]\\d{0,2}(?:\\.\\d{3}){2,})`)
const DECIMAL_COMMA = whole(`${SIGN}(\\d+),(\\d+)`)
export const NOT_ONE = 'must be a number'

/** The number that is typed, or in words why it is none; where commas may part decimals too (`metric`), 1,200 is refused. */
export function readNumber(text: string, metric = false): number | string {
  const written = text.trim()
  let found = PLAIN.exec(written)
  if (found) return made(found[1], found[2])
  found = SPACED.exec(written)
  if (found) return made(found[1], found[2].replace(new RegExp(APART, 'g'), ''), found[3])
  found = COMMAS.exec(written)
  if (found) {
    const digits = found[2].replaceAll(',', '')
    if (metric && found[2].split(',').length === 2 && found[3] === undefined) return `${written} may be either: write ${digits} or ${found[2].replace(',', '.')}`
    return made(found[1], digits, found[3])
  }
  found = POINTS.exec(written) ?? MANY_POINTS.exec(written)
  if (found) return made(found[1], found[2].replaceAll('.', ''), found[3])
  found = DECIMAL_COMMA.exec(written)
  return found ? made(found[1], found[2], found[3]) : NOT_ONE
}

function made(sign: string, digits: string, decimals?: string): number | string {
  const value = Number(`${sign === '-' || sign === '\u2212' ? '-' : ''}${digits}${decimals ? `.${decimals}` : ''}`)
  return Number.isFinite(value) ? value : NOT_ONE
}

/** What is typed as it is sent: the number, or itself where it is none, so that the server says what is wrong with it. */
export function sentNumber(text: string, metric = false, per = 1): number {
  const value = readNumber(text, metric)
  return typeof value === 'number' ? value / per : (text as unknown as number)
}

/** The number that is typed; NaN where it is none. */
export function numberIn(text: string, metric = false): number {
  const value = readNumber(text, metric)
  return typeof value === 'number' ? value : NaN
}
