import { onBeforeUnmount, ref, type Ref } from 'vue'

import { keepAndSend, type KeptList, type KeptLook, type KeptReading } from './sending'
import { hear, letGo, waitingOf, type Waits } from './waiting'

type Kept<L extends KeptList> = L extends 'readings' ? KeptReading : KeptLook

/**
 * What of a list waits for the server, from every tab. `sent` is called once some of it has arrived, whoever sent it.
 */
export function useKept<L extends KeptList>(list: L, sent: () => unknown) {
  const waiting = ref([]) as Ref<Waits<Kept<L>>[]>

  async function load() {
    const now = await waitingOf<Kept<L>>(list)
    const gone = waiting.value.some((each) => !now.some((k) => k.key === each.key))
    if (gone) await sent()
    waiting.value = now
  }
  const put = (job: string, body: Kept<L>) => keepAndSend(list, job, body as never)

  onBeforeUnmount(hear(() => void load()))
  void load()
  return { waiting, put, drop: letGo }
}
