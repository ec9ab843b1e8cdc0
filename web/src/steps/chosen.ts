import { computed, type Ref } from 'vue'

import type { Chosen } from '@/shell/address'
import type { Desk } from '@/stores/desk'

/** The run on the desk. */
export function chosenRun(desk: Desk): Chosen {
  const value = computed({ get: () => desk.selectedRun, set: (id) => desk.selectRun(id) })
  return { value, known: (id) => !!desk.job?.runs.some((r) => r.id === id) }
}

/** The station on the desk; blank where a run is looked at. */
export function chosenStation(desk: Desk): Chosen {
  const value = computed({ get: () => desk.selectedStation, set: (id) => (id ? desk.selectStation(id) : desk.selectRun(desk.selectedRun)) })
  return { value, known: (id) => !!desk.job?.stations.some((s) => s.id === id) }
}

/** A place of the job. */
export function chosenPlace(desk: Desk, value: Ref<string>): Chosen {
  return { value: value as Ref<string | null>, known: (id) => !!desk.job?.places.some((p) => p.id === id) }
}

/** One of a few names. */
export function chosenOf<T extends string>(value: Ref<T>, names: () => readonly T[]): Chosen {
  return { value: value as Ref<string> as Ref<string | null>, known: (name) => (names() as readonly string[]).includes(name) }
}
