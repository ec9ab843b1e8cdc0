import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { FaultAnswer, FaultRequest } from '@/api/types'
import { useDesk } from '@/stores/desk'

export type Asked = Pick<FaultRequest, 'kind' | 'equipment' | 'neutral_open' | 'earth_ohm' | 'extra_a'>

/** The mode on show, the station at hand, what is dropped there, and the server's answer; newer questions win. */
export function useFault() {
  const desk = useDesk()
  const mode = ref('utility')
  const asked = ref<Asked>({ kind: 'line-to-enclosure', equipment: 'whole', neutral_open: false, earth_ohm: 25, extra_a: 12 })
  const answer = shallowRef<FaultAnswer | null>(null)
  const trouble = ref('')
  let call = 0
  let timer = 0

  const modes = computed(() => desk.solution?.ground.modes ?? [])
  const inMode = computed(() => modes.value.find((m) => m.id === mode.value) ?? modes.value[0])
  const station = computed(() => desk.selectedStation)

  watch(modes, (all) => {
    if (all.length && !all.some((m) => m.id === mode.value)) mode.value = all[0].id
  })
  // A station is always at hand: one that is bonded wrongly first, else the last one fed.
  watch([() => desk.solution, station], () => {
    const live = inMode.value?.stations.filter((s) => s.live && !inMode.value?.sources.includes(s.station)) ?? []
    if (station.value || !live.length) return
    desk.selectStation((live.find((s) => s.extra) ?? live[live.length - 1]).station)
  }, { immediate: true })

  async function ask() {
    const job = desk.job
    const at = station.value
    if (!job || !at || !inMode.value) return
    const mine = ++call
    try {
      const body = { job, mode: inMode.value.id, station: at, share: 1, ...asked.value }
      const found = await answered(api.POST('/api/solve/fault', { body }))
      if (mine !== call) return
      answer.value = found.answer
      trouble.value = ''
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      if (mine === call) trouble.value = [error.message, ...error.problems.map((p) => p.words)].join(': ')
    }
  }

  watch([() => desk.job, mode, station, asked], () => {
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void ask(), 15)
  }, { immediate: true })
  onScopeDispose(() => window.clearTimeout(timer))

  return { mode, modes, inMode, station, asked, answer, trouble }
}

export type Fault = ReturnType<typeof useFault>
