import { computed, ref, watch } from 'vue'

import type { Burial, PatchStep, PullPlan, Waypoint } from '@/api/types'
import { answered, api } from '@/api/client'
import { useAsked } from '@/stores/sent/asking'
import { useDesk } from '@/stores/desk'
import { list } from '@/stores/words'

/** The run whose route is unrolled, and what can be done to it. */
export function usePull() {
  const desk = useDesk()
  const answers = computed(() => desk.solution?.pulls ?? [])
  const answer = computed(() => answers.value.find((a) => a.run === desk.selectedRun))
  const run = computed(() => desk.job?.runs.find((r) => r.id === desk.selectedRun))
  const base = computed(() => `/runs/${desk.job?.runs.findIndex((r) => r.id === desk.selectedRun) ?? -1}`)
  const names = computed(() => new Map((desk.job?.stations ?? []).map((s) => [s.id, s.name])))
  const start = computed(() => names.value.get(run.value?.from_station ?? '') ?? '')
  const end = computed(() => names.value.get(run.value?.to_station ?? '') ?? '')
  const runs = computed(() => (desk.job?.runs ?? []).filter((r) => answers.value.some((a) => a.run === r.id)).map((r) => ({ value: r.id as string | null, words: `${names.value.get(r.to_station)}` })))

  const RACEWAYS = list<string>('raceways')
  const raceway = computed(() => RACEWAYS.find((r) => r.value === run.value?.cable.raceway)?.words ?? '')

  // The leg whose ways are side by side: the one that must lie deepest, until another is chosen.
  const chosenLeg = ref<number | null>(null)
  watch(() => desk.selectedRun, () => (chosenLeg.value = null))
  const leg = computed(() => {
    const legs = answer.value?.legs ?? []
    const deepest = legs.reduce((at, l, i) => (Number(l.asked.value) > Number(legs[at].asked.value) ? i : at), 0)
    return legs[chosenLeg.value ?? deepest] ?? legs[deepest]
  })

  // What other ways to lay this run cost; of a run just chosen nothing is shown until it is known.
  const priced = useAsked(desk, async (job) => {
    const of = desk.selectedRun
    if (!answer.value || !of) return null
    return { of, ...(await answered(api.POST('/api/materials/instead', { body: { job, run: of } }))).instead }
  }, () => desk.selectedRun)
  const instead = computed(() => (priced.found.value?.of === desk.selectedRun ? priced.found.value : null))

  /** Set fields of a part of the run; a part that is not there yet is laid down with them. */
  function set(part: 'burial' | 'pull', fields: Partial<Burial> | Partial<PullPlan>): Promise<boolean> {
    const there = run.value?.[part]
    const steps: PatchStep[] = there
      ? Object.entries(fields).map(([name, value]) => ({ op: 'add', path: `${base.value}/${part}/${name}`, value }))
      : [{ op: 'add', path: `${base.value}/${part}`, value: fields }]
    return desk.edit(steps)
  }

  function setPoint(at: number, fields: Partial<Waypoint>): Promise<boolean> {
    return desk.edit(Object.entries(fields).map(([name, value]) => ({ op: 'add', path: `${base.value}/route/points/${at}/${name}`, value })))
  }

  return { desk, answers, answer, run, base, start, end, runs, raceway, chosenLeg, leg, instead, set, setPoint }
}

export type PullDesk = ReturnType<typeof usePull>
