import { watchEffect } from 'vue'
import { useRoute } from 'vue-router'

import { PAGES, stepName, stepOf, STEPS } from './steps'
import { useDesk } from '@/stores/desk'

/** The window's title names the job and the step, so that tabs and bookmarks tell them apart. */
export function useTitle() {
  const route = useRoute()
  const desk = useDesk()
  watchEffect(() => {
    const step = STEPS.find((s) => s.route === stepOf(route))
    const page = PAGES.find((p) => p.route === route.name)
    document.title = [step && desk.name, step ? stepName(step) : page?.name, 'North Span'].filter(Boolean).join(' · ')
  })
}
