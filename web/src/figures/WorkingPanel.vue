<script setup lang="ts">
import { inject, ref, watch } from 'vue'

import { written } from './write'
import { Refused } from '@/api/client'
import type { Step } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'
import { useView } from '@/stores/view'
import { useWorkings } from '@/stores/workings'

defineProps<{ book?: string }>()
const desk = inject(deskKey, useDesk, true)
const view = useView()
const workings = useWorkings()
const steps = ref<Step[]>([])
const notice = ref('')
const asking = ref(false)

// The working of a figure comes when it is opened.
watch(
  () => view.working?.figure,
  async (figure) => {
    if (!figure) return
    notice.value = ''
    asking.value = true
    try {
      const found = await workings.of(figure, desk.job)
      if (view.working?.figure === figure) steps.value = found
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      steps.value = []
      notice.value = error.message
    } finally {
      asking.value = false
    }
  },
  { immediate: true },
)
</script>

<template>
  <section aria-label="Working" aria-live="polite">
    <template v-if="view.working">
      <h2 class="cap">Working · {{ view.working.title }}</h2>
      <ol>
        <li v-for="(step, i) in steps" :key="i">
          <span class="what">{{ step.what }}</span>
          <span class="mono value">{{ step.value === null ? '' : written(step.value, step.unit) }}</span>
          <span class="mono cite">
            <router-link v-if="step.cell" :to="{ name: 'book', params: { table: step.cell.table }, query: book ? { book } : {} }">{{ step.cite }}</router-link>
            <template v-else>{{ step.cite }}</template>
            <b v-if="step.doubtful" class="caution"> · check your copy</b>
          </span>
        </li>
      </ol>
      <p v-if="notice" class="danger" role="alert">{{ notice }}</p>
      <p v-else-if="!steps.length && !asking" class="quiet">No working: this figure has no answer yet.</p>
    </template>
    <template v-else>
      <h2 class="cap">Working</h2>
      <p class="quiet">Click any figure, or focus it and press <kbd>w</kbd>, to see how it came out, line by line.</p>
    </template>
  </section>
</template>

<style scoped>
ol { list-style: none; margin: 8px 0 0; padding: 0; }
li { display: grid; grid-template-columns: 1fr auto; gap: 1px 10px; padding: 5px 0; border-bottom: 1px solid var(--rule); }
.what { font-family: var(--narrow); font-size: 15px; font-weight: 500; overflow-wrap: anywhere; }
.value { font-size: 13px; text-align: right; white-space: nowrap; }
.cite { grid-column: 1 / 3; font-size: 11px; color: var(--quiet); overflow-wrap: anywhere; }
.cite a { color: inherit; }
p { margin: 8px 0; }
</style>
