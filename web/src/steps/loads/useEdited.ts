import { computed, type Ref } from 'vue'

import type { Appliance, Place } from '@/api/types'
import { useDesk } from '@/stores/desk'

/** The place at hand by its id, with the edits that a person makes to it. */
export function useEdited(placeId: Ref<string>) {
  const desk = useDesk()
  const index = computed(() => desk.job?.places.findIndex((p) => p.id === placeId.value) ?? -1)
  const place = computed(() => desk.job?.places[index.value])
  const base = computed(() => `/places/${index.value}`)
  const load = computed(() => desk.solution?.loads.find((l) => l.place === placeId.value))

  function set<K extends keyof Place>(name: K, value: Place[K]) {
    return desk.edit([{ op: 'add', path: `${base.value}/${name}`, value }])
  }

  function setAppliance(at: number, fields: Partial<Appliance>) {
    const patch = Object.entries(fields).map(([name, value]) => ({ op: 'add' as const, path: `${base.value}/appliances/${at}/${name}`, value }))
    return desk.edit(patch)
  }

  function addAppliances(appliances: Appliance[]) {
    return desk.edit(appliances.map((value) => ({ op: 'add' as const, path: `${base.value}/appliances/-`, value })))
  }

  function removeAppliance(at: number) {
    return desk.edit([{ op: 'remove', path: `${base.value}/appliances/${at}` }])
  }

  return { place, base, load, set, setAppliance, addAppliances, removeAppliance }
}
