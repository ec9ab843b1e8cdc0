import { useLocalStorage } from '@vueuse/core'

/** Who looks: kept in this browser, so that it is typed once. */
export const useLooker = () => useLocalStorage('northspan.looked-by', '', { onError: () => {} })
