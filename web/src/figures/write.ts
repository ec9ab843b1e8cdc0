import type { Figure } from '@/api/types'
import { otherwise, placesOf } from '@/stores/units'
import { list } from '@/stores/words'

const BARE = new Set(['', 'factor', 'share', 'size', 'count', 'text'])

/** A time as one would say it. */
export function secondsText(seconds: number): string {
  if (seconds < 1) return `${seconds.toFixed(2)} s`
  if (seconds < 120) return `${seconds.toFixed(seconds < 10 ? 1 : 0)} s`
  return seconds < 7200 ? `${Math.round(seconds / 60)} min` : `${Math.round(seconds / 3600)} h`
}

/** A value as it is written on screen, with its unit. */
export function written(value: number | string | null | undefined, unit: string, places?: number): string {
  if (value === null || value === undefined) return '—'
  if (typeof value === 'string') return unit === 'in' ? `${value} in` : value
  if (unit === 's') return secondsText(value)
  if (unit === '$') return `${value <= -0.5 ? '−' : ''}$${Math.abs(value).toLocaleString('en-US', { maximumFractionDigits: 0 })}`
  const finest = unit === 'ohm' && Math.abs(value) >= 1000 ? 0 : placesOf(unit)
  let shown = value.toLocaleString('en-US', {
    minimumFractionDigits: unit === '%' || unit === 'V' ? (places ?? placesOf(unit)) : 0,
    maximumFractionDigits: places ?? finest ?? 3,
  })
  if (shown === '-0') shown = '0'
  return BARE.has(unit) ? shown : `${shown} ${unit.replace('in2', 'in²')}`
}

export function figureText(figure: Figure | null | undefined, places?: number): string {
  return figure ? written(figure.value, figure.unit, places) : '—'
}

/** A length with its sign, and beside it in the other units where they are wanted. */
export function lengthText(length: number, sign: string, both: boolean): string {
  const own = `${Number(length.toFixed(1))} ${sign}`
  return both ? `${own} · ${otherwise(length, sign)}` : own
}

/** So many of something, in the singular for one. */
export function counted(count: number, what: string): string {
  return `${count.toLocaleString('en-US')} ${what}${count === 1 ? '' : 's'}`
}

export function sizeText(size: string, metal?: string): string {
  const said = list<string>('wire_sizes').find((s) => s.value === size)?.words ?? size
  return metal ? `${said} ${metal}` : said
}
