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
  <div class="tabs narrow" role="tablist" aria-label="Code book">
    <button
      v-for="book in books.all" :key="book.id" type="button" role="tab" class="plain" :aria-selected="book.id === chosen"
      :title="book.edition" @click="emit('choose', book.id)"
    >{{ book.title }}</button>
  </div>
</template>

<style scoped>
.tabs { display: flex; border: 1px solid var(--ink); width: fit-content; }
button { padding: 3px 11px; font-size: 15px; white-space: nowrap; }
button + button { border-left: 1px solid var(--ink); }
button[aria-selected='true'] { background: var(--ink); color: var(--paper); }
</style>
