import { computed, ref, watch } from 'vue'

import { answered, api } from '@/api/client'
import type { FaultRequest } from '@/api/types'
import { useDesk } from '@/stores/desk'
import { useQuestion } from '@/stores/question'

export type Asked = Pick<FaultRequest, 'kind' | 'equipment' | 'neutral_open' | 'earth_ohm' | 'extra_a'>

/** The mode on show, the station at hand, what is dropped there, and the server's answer; newer questions win. */
export function useFault() {
  const desk = useDesk()
  const mode = ref('utility')
  const asked = ref<Asked>({ kind: 'line-to-enclosure', equipment: 'whole', neutral_open: false, earth_ohm: 25, extra_a: 12 })

  const modes = computed(() => desk.solution?.ground.modes ?? [])
  const inMode = computed(() => modes.value.find((m) => m.id === mode.value) ?? modes.value[0])
  // What comes out is none of the property that is solved.
  const station = computed(() => desk.solution?.stations.find((s) => s.id === desk.selectedStation)?.id ?? null)

  watch(modes, (all) => {
    if (all.length && !all.some((m) => m.id === mode.value)) mode.value = all[0].id
  })
  // A station is always at hand: one that is bonded wrongly first, else the last one fed.
  watch([() => desk.solution, station], () => {
    const live = inMode.value?.stations.filter((s) => s.live && !inMode.value?.sources.includes(s.station)) ?? []
    if (station.value || !live.length) return
    desk.selectStation((live.find((s) => s.extra) ?? live[live.length - 1]).station)
  }, { immediate: true })

  const { found: answer, refused } = useQuestion(
    () => (desk.job && station.value && inMode.value ? { job: desk.job, mode: inMode.value.id, station: station.value, share: 1, ...asked.value } : null),
    async (body) => (await answered(api.POST('/api/solve/fault', { body }))).answer,
    () => [desk.id, desk.key, inMode.value?.id, station.value, asked.value],
  )
  const trouble = computed(() => (refused.value ? [refused.value.message, ...refused.value.problems.map((p) => p.words)].join(': ') : ''))

  return { mode, modes, inMode, station, asked, answer, trouble }
}

export type Fault = ReturnType<typeof useFault>
