<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'

import BookTable from './BookTable.vue'
import { cellsRead } from './cells'
import { answered, api, Refused } from '@/api/client'
import type { BookModel, TableModel } from '@/api/types'
import BookTabs from '@/figures/BookTabs.vue'
import { useDesk } from '@/stores/desk'
import { USUAL_BOOK } from '@/stores/words'

const props = defineProps<{ table?: string; bookId?: string }>()
const router = useRouter()
const desk = useDesk()
const book = shallowRef<BookModel | null>(null)
const notice = ref('')
const wanted = ref('')

const wantedBook = computed(() => props.bookId || desk.job?.code_book || USUAL_BOOK)
watch(
  wantedBook,
  async (id) => {
    try {
      book.value = await answered(api.GET('/api/code-books/{book_id}', { params: { path: { book_id: id } } }))
      notice.value = ''
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      notice.value = error.message
    }
  },
  { immediate: true },
)

function choose(id: string) {
  wanted.value = ''
  void router.replace({ name: 'book', query: { book: id } })
}

const read = shallowRef(new Map<string, Map<string, string[]>>())
watch(
  [() => desk.key, () => book.value?.id],
  async ([key, id]) => {
    const found = key && desk.job?.code_book === id ? await cellsRead(key) : new Map()
    if (key === desk.key) read.value = found
  },
  { immediate: true },
)
const found = computed(() => {
  const words = wanted.value.trim().toLowerCase()
  return (book.value?.tables ?? []).filter((t) => !words || matches(t, words))
})
const notes = computed(() => {
  const words = wanted.value.trim().toLowerCase()
  return (book.value?.notes ?? []).filter((n) => !words || n.toLowerCase().includes(words))
})
const open = computed(() => book.value?.tables.find((t) => t.name === props.table) ?? (props.table ? undefined : found.value[0]))

function matches(table: TableModel, words: string): boolean {
  return [table.name, table.title, table.note, table.section, ...table.columns, ...table.rows.map((r) => String(r[0]))].some((t) =>
    t.toLowerCase().includes(words),
  )
}
</script>

<template>
  <div class="book">
    <p v-if="notice" class="danger" role="alert">{{ notice }}</p>
    <nav v-if="book" aria-label="Tables">
      <div class="which"><BookTabs :chosen="book.id" @choose="choose" /></div>
      <h1>{{ book.edition }}</h1>
      <v-text-field v-model="wanted" class="search" type="search" placeholder="Search tables and readings" aria-label="Search tables and readings" />
      <router-link
        v-for="each in found" :key="each.name" class="entry" :class="{ here: open?.name === each.name }"
        :to="{ name: 'book', params: { table: each.name }, query: { book: book.id } }"
      >
        <b class="narrow">{{ each.name }}</b>
        <span class="narrow">{{ each.title }}</span>
        <span v-if="read.get(each.name)" class="narrow used">read by {{ desk.job?.name }}</span>
      </router-link>
      <router-link class="entry" :class="{ here: table === 'readings' }" :to="{ name: 'book', params: { table: 'readings' }, query: { book: book.id } }">
        <b class="narrow">Readings</b><span class="narrow">How this application reads the book, and where it is unsure</span>
      </router-link>
      <p v-if="!found.length" class="quiet">No table has that.</p>
    </nav>
    <section v-if="book && table === 'readings'" class="open">
      <h2>Readings taken</h2>
      <ul class="notes"><li v-for="note in notes" :key="note">{{ note }}</li></ul>
    </section>
    <BookTable v-else-if="open" class="open" :table="open" :read="read.get(open.name) ?? new Map()" :job-name="desk.job?.name ?? ''" :wanted="wanted" />
  </div>
</template>

<style scoped>
.book { display: grid; grid-template-columns: 270px minmax(0, 1fr); height: 100%; }
nav { overflow-y: auto; border-right: 1px solid var(--rule); padding: 14px 0; }
h1 { font-size: 20px; padding: 0 16px 8px; }
.search { margin: 0 16px 8px; width: calc(100% - 32px); }
.which { padding: 0 16px 10px; }
.which :deep(button) { padding: 2px 7px; font-size: 13.5px; }
.entry { display: grid; padding: 6px 16px; color: var(--ink); text-decoration: none; font-size: 15px; line-height: 1.2; }
.entry:hover { background: var(--soft); }
.here, .here:hover { background: var(--ink); color: var(--paper); }
.used { color: var(--good); font-size: 13px; }
.here .used { color: inherit; }
.open { overflow: auto; padding: 16px 22px; }
.notes { max-width: 80ch; padding-left: 18px; }
.notes li { margin: 8px 0; }
h2 { font-size: 18px; }
@media screen and (max-width: 700px) { .book { grid-template-columns: 1fr; height: auto; } }
</style>
