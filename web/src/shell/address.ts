import { nextTick, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { headingTo } from '@/router'
import type { Desk } from '@/stores/desk'

/** Something chosen on a step, under its name in the address; `known` says whether the job has a thing of that name. */
export interface Chosen {
  value: Ref<string | null>
  known: (name: string) => boolean
}

/**
 * Keep what is chosen on a step in its address, so that it survives a reload and Back. What was chosen by itself takes the
 * address's place; what a person chooses afterwards is a step that Back takes back.
 */
export function useAddress(desk: Desk, chosen: Record<string, Chosen>) {
  const route = useRoute()
  const router = useRouter()
  const step = route.name
  let read = false
  let first = true
  // While what was chosen is on its way into the address, the address is the older of the two.
  let writing = 0

  function readAddress() {
    if (writing || route.name !== step || !desk.job || route.params.id !== desk.id) return
    for (const [name, each] of Object.entries(chosen)) {
      const wanted = route.query[name]
      if (typeof wanted === 'string' && wanted !== each.value.value && each.known(wanted)) each.value.value = wanted
    }
    if (!read) writeSoon()
    read = true
  }

  // Whoever chooses something and goes to another step at once is not held back: what is under way comes first.
  function writeSoon() {
    writing += 1
    window.setTimeout(() => void writeAddress().finally(() => nextTick(() => (writing -= 1))))
  }

  async function writeAddress() {
    if (route.name !== step || headingTo.value !== step || route.params.id !== desk.id) return
    let query = { ...route.query }
    let changed = false
    for (const [name, each] of Object.entries(chosen)) {
      const value = each.value.value || undefined
      if (query[name] === value) continue
      changed = true
      if (value !== undefined) query[name] = value
      else query = Object.fromEntries(Object.entries(query).filter(([kept]) => kept !== name))
    }
    const byItself = first
    first = false
    if (changed) await (byItself ? router.replace({ query }) : router.push({ query }))
  }

  watch([() => route.query, () => desk.id, () => desk.job], readAddress, { immediate: true })
  watch(Object.values(chosen).map((each) => each.value), () => read && writeSoon())
}
