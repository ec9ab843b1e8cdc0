import { ref, watch } from 'vue'

const KEPT = 'northspan.looked-by'

/** Who looks: kept in this browser, so that it is typed once. */
export function useLooker() {
  const by = ref(localStorage.getItem(KEPT) ?? '')
  watch(by, (now) => localStorage.setItem(KEPT, now))
  return by
}
