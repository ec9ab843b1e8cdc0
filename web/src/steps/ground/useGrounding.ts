import { computed, type Ref } from 'vue'

import type { Electrode, ElectrodeConductor, PlaceGrounding } from '@/api/types'
import { useDesk } from '@/stores/desk'

/** A place's grounding as entered and as solved, with the edits that a person makes to it. */
export function useGrounding(placeId: Ref<string>) {
  const desk = useDesk()
  const index = computed(() => desk.job?.places.findIndex((p) => p.id === placeId.value) ?? -1)
  const place = computed(() => desk.job?.places[index.value])
  const base = computed(() => `/places/${index.value}/grounding`)
  const known = computed(() => place.value?.grounding)
  const ground = computed(() => desk.solution?.ground.places.find((p) => p.place === placeId.value))

  function set<K extends keyof PlaceGrounding>(name: K, value: PlaceGrounding[K]) {
    return desk.edit([{ op: 'add', path: `${base.value}/${name}`, value }])
  }

  function setElectrode<K extends keyof Electrode>(at: number, name: K, value: Electrode[K]) {
    return desk.edit([{ op: 'add', path: `${base.value}/electrodes/${at}/${name}`, value }])
  }

  function setConductor<K extends keyof ElectrodeConductor>(name: K, value: ElectrodeConductor[K]) {
    return desk.edit([{ op: 'add', path: `${base.value}/conductor/${name}`, value }])
  }

  function add(electrode: Electrode) {
    return desk.edit([{ op: 'add', path: `${base.value}/electrodes/-`, value: electrode }, { op: 'add', path: `${base.value}/seen`, value: true }])
  }

  function remove(at: number) {
    return desk.edit([{ op: 'remove', path: `${base.value}/electrodes/${at}` }])
  }

  return { desk, place, base, known, ground, set, setElectrode, setConductor, add, remove }
}
