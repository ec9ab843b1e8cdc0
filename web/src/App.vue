<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { defineAsyncComponent, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'

import { Refused } from '@/api/client'
import StepRail from '@/shell/StepRail.vue'
import TopBar from '@/shell/TopBar.vue'
import { toFindings } from '@/shell/findingKey'
import { listen, onKey } from '@/shell/keyed/keys'
import { useTitle } from '@/shell/title'
import { useDesk } from '@/stores/desk'
import { useEdition } from '@/stores/edition'
import { keepSending } from '@/stores/sent/sending'
import { learnUnits } from '@/stores/units'
import { useView } from '@/stores/view'
import { outlives } from '@/stores/sent/waiting'
import { learn, spoken, USUAL_BOOK, words } from '@/stores/words'

// Neither is wanted for the first screen.
const GoTo = defineAsyncComponent(() => import('@/shell/keyed/GoTo.vue'))
const KeyHelp = defineAsyncComponent(() => import('@/shell/keyed/KeyHelp.vue'))

const view = useView()
const theme = useTheme()
watch(() => view.dark, (dark) => theme.change(dark ? 'basement' : 'paper'), { immediate: true })

const edition = useEdition()
const desk = useDesk()
const wordless = ref('')

// Every choice on screen comes from the code book's words.
async function learnWords() {
  wordless.value = ''
  try {
    await Promise.all([learn(desk.job?.code_book ?? USUAL_BOOK), learnUnits()])
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    wordless.value = error.message
  }
}
void learnWords()
// A job is read in the words of its own book.
watch(() => desk.job?.code_book, (book) => book && book !== spoken.value && learnWords())
useTitle()

// In a browser that keeps nothing, what could not be sent goes with the tab.
function warn(event: BeforeUnloadEvent) {
  if (desk.unsent && !outlives.value) event.preventDefault()
}
function reload() {
  window.location.reload()
}

let stop = () => {}
onMounted(() => {
  const unbind = [listen(), onKey('f', toFindings), keepSending()]
  stop = () => unbind.forEach((end) => end())
})
onBeforeUnmount(() => stop())
useEventListener(window, 'beforeunload', warn)
</script>

<template>
  <v-app>
    <div class="desk">
      <TopBar class="top" />
      <StepRail class="rail" />
      <main class="work">
        <p v-if="edition.outdated" class="outdated" role="alert">
          North Span was replaced by another edition while this page was open.
          <v-btn @click="reload">Reload</v-btn>
        </p>
        <router-view v-if="words && (!desk.job || desk.job.code_book === spoken)" />
        <p v-else-if="wordless" class="outdated" role="alert">
          {{ wordless }} <v-btn @click="learnWords">Try again</v-btn>
        </p>
      </main>
      <footer class="foot">
        A planning aid. The adopted local code and the inspector decide; the work is for licensed people, locked out, dead
        and proved dead.
      </footer>
    </div>
    <GoTo v-if="view.palette" />
    <KeyHelp v-if="view.help" />
  </v-app>
</template>

<style scoped>
.desk { display: grid; grid-template: 44px 1fr 24px / 112px 1fr; height: 100dvh; }
.top { grid-area: 1 / 1 / 2 / 3; border-bottom: 1px solid var(--ink); }
.rail { grid-area: 2 / 1 / 3 / 2; border-right: 1px solid var(--rule); }
.work { grid-area: 2 / 2 / 3 / 3; min-width: 0; min-height: 0; overflow: auto; }
.outdated { margin: 0; padding: 6px 14px; background: var(--danger-soft); color: var(--danger); font-weight: 600; }
.foot {
  grid-area: 3 / 1 / 4 / 3; padding: 3px 14px; border-top: 1px solid var(--rule); color: var(--quiet);
  font-family: var(--narrow); font-size: 13px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis;
}
@media screen and (max-width: 700px) {
  .desk { grid-template: auto auto 1fr auto / 1fr; }
  .top { grid-area: 1 / 1; }
  .rail { grid-area: 2 / 1; border-right: 0; border-bottom: 1px solid var(--rule); }
  .work { grid-area: 3 / 1; }
  .foot { grid-area: 4 / 1; white-space: normal; }
}
</style>
