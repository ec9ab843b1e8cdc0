<script setup lang="ts">
import { onMounted } from 'vue'

import { useBooks } from '@/stores/books'

/** The code books side by side, one of them chosen. */
defineProps<{ chosen: string }>()
const emit = defineEmits<{ choose: [id: string] }>()
const books = useBooks()
onMounted(() => books.list())
</script>

<template>
  <v-tabs class="books" :model-value="chosen" aria-label="Code book" @update:model-value="(id) => emit('choose', String(id))">
    <v-tab v-for="book in books.all" :key="book.id" :value="book.id" :title="book.edition">{{ book.title }}</v-tab>
  </v-tabs>
</template>

<style scoped>
.books { width: fit-content; border: 1px solid var(--ink); }
.books :deep(.v-slide-group__content) { gap: 0; }
.books .v-tab.v-tab { padding: 0 11px; font-size: 15px; border: 0; }
.books .v-tab + .v-tab { border-left: 1px solid var(--ink); }
.books .v-tab--selected.v-tab { background: var(--ink); color: var(--paper); }
</style>
