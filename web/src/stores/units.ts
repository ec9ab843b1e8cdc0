import { computed, inject, ref, shallowRef } from 'vue'

import { answered, api } from '@/api/client'
import type { Job, Units } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'
import { words } from '@/stores/words'

export type Quantity = Exclude<keyof Units, 'id' | 'temperature'>
const QUANTITIES: Quantity[] = ['length', 'small', 'area', 'torque', 'force', 'line_force']
const NONE = { sign: '', words: '', is_si: 1 }
const all = shallowRef<Units[]>([])

/** Learn the units that a job can be told in. Throws `Refused` where they do not come. */
const places = ref<Record<string, number>>({})

/** How many decimal places a figure of a unit is written with; undefined where none is said. */
export function placesOf(unit: string): number | undefined {
  return places.value[unit]
}

export async function learnUnits() {
  const told = await answered(api.GET('/api/units'))
  all.value = told.units
  places.value = told.places
}

/** The units that a job is told in; the ones it is told in elsewhere where none is open. */
export function unitsOf(job: Pick<Job, 'units'> | null | undefined): Units {
  const id = job?.units ?? words.value?.units ?? 'us'
  return all.value.find((u) => u.id === id) ?? { id, length: NONE, small: NONE, area: NONE, torque: NONE, force: NONE, line_force: NONE, temperature: { sign: '°C', is_kelvin: 1, at_freezing: 0 } }
}

/** The units of the job on the desk. */
export function useUnits() {
  const desk = inject(deskKey, useDesk, true)
  return computed(() => unitsOf(desk.job))
}

/** A temperature in °C as a job tells it, and what is told in °C. */
export const toldC = (c: number, { temperature: t }: Units) => Math.round((c * t.is_kelvin + t.at_freezing) * 100) / 100
export const inC = (told: number, { temperature: t }: Units) => Math.round(((told - t.at_freezing) / t.is_kelvin) * 1e6) / 1e6

/** The same in the other units, with their sign; nothing for what is none of these quantities. */
export function otherwise(value: number, sign: string, places?: number): string {
  for (const [at, own] of all.value.entries()) {
    const quantity = QUANTITIES.find((q) => own[q].sign === sign)
    if (!quantity) continue
    const other = all.value[1 - at][quantity]
    const told = (value * own[quantity].is_si) / other.is_si
    const most = places ?? (Math.abs(told) < 10 ? 2 : Math.abs(told) < 1000 ? 1 : 0)
    return `${told.toLocaleString('en-US', { maximumFractionDigits: most })} ${other.sign}`
  }
  return ''
}

/** What the code book's words begin with, told in the units of a job. */
export function told<T extends object>(begun: T, fields: Partial<Record<keyof T, Quantity>>, job: Pick<Job, 'units'>): T {
  const [from, to] = [unitsOf(words.value && { units: words.value.units }), unitsOf(job)]
  const made = { ...begun }
  for (const [name, quantity] of Object.entries(fields) as [keyof T, Quantity][]) {
    const value = made[name]
    if (typeof value === 'number') made[name] = (Math.round(((value * from[quantity].is_si) / to[quantity].is_si) * 100) / 100) as T[keyof T]
  }
  return made
}

/** How much of a job's length a foot is: what a drawing that was laid out in feet is scaled by. */
export function footOf(job: Pick<Job, 'units'> | null | undefined): number {
  const us = all.value.find((u) => u.id === 'us')
  return us ? us.length.is_si / unitsOf(job).length.is_si : 1
}
