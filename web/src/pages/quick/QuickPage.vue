<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'

import CaseBench from './CaseBench.vue'
import RunBench from './RunBench.vue'
import { Refused } from '@/api/client'
import type { Vocabulary } from '@/api/types'
import BookTabs from '@/figures/BookTabs.vue'
import { useBooks } from '@/stores/books'
import { USUAL_BOOK } from '@/stores/words'

const USUAL_CASE = 'check'
const props = defineProps<{ book?: string }>()
const books = useBooks()
const router = useRouter()
const open = shallowRef<{ id: string; vocabulary: Vocabulary } | null>(null)
const notice = ref('')
const verbs = computed(() => Object.keys(open.value?.vocabulary.cases ?? {}))
const wanted = ref(USUAL_CASE)
/** What is checked: as chosen, where this book has that. */
const chosen = computed({ get: () => (verbs.value.includes(wanted.value) ? wanted.value : USUAL_CASE), set: (verb: string) => (wanted.value = verb) })
const bench = ref<{ startOver: () => void } | null>(null)

watch(
  () => props.book || USUAL_BOOK,
  async (id) => {
    try {
      const vocabulary = (await books.wordsOf(id)).vocabulary
      if (id === (props.book || USUAL_BOOK)) open.value = { id, vocabulary }
      notice.value = ''
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      notice.value = error.message
    }
  },
  { immediate: true },
)

function choose(id: string) {
  void router.replace({ name: 'quick', params: { book: id } })
}
</script>

<template>
  <p v-if="notice" class="danger alone" role="alert">{{ notice }}</p>
  <!-- A book that answers whole jobs is asked by a run that can become one. -->
  <RunBench v-if="open?.vocabulary.whole_jobs" :key="open.id">
    <template #head>
      <h1>Quick check</h1>
      <BookTabs :chosen="open.id" @choose="choose" />
    </template>
  </RunBench>
  <div v-else-if="open" class="page">
    <header>
      <h1>Quick check</h1>
      <BookTabs :chosen="open.id" @choose="choose" />
      <v-tabs v-if="verbs.length > 1" v-model="chosen" aria-label="What is checked"><v-tab v-for="(form, verb) in open.vocabulary.cases" :key="verb" :value="verb">{{ form.title }}</v-tab></v-tabs>
      <span class="narrow quiet">{{ open.vocabulary.cases[chosen].says }}</span>
      <span class="gap" />
      <v-btn @click="bench?.startOver()">Start over</v-btn>
    </header>
    <CaseBench :key="open.id + chosen" ref="bench" :book="open.id" :verb="chosen" :vocabulary="open.vocabulary" />
  </div>
</template>

<style scoped>
.page { display: grid; grid-template-rows: auto minmax(0, 1fr); height: 100%; }
header { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 14px; padding: 10px 14px; border-bottom: 1px solid var(--rule); }
h1 { font-size: 20px; }
.gap { flex: 1; }
.alone { padding: 20px; }
@media screen and (max-width: 1000px) { .page { height: auto; } }
</style>
