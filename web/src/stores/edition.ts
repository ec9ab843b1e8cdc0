import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Which build of North Span answers; this page is older once another one does, or once a part of it is gone. */
export const useEdition = defineStore('edition', () => {
  const outdated = ref(false)
  let mine = ''

  function heard(edition: string | null) {
    if (!edition) return
    mine ||= edition
    if (edition !== mine) outdated.value = true
  }

  function partMissing() {
    outdated.value = true
  }

  return { outdated, heard, partMissing }
})
