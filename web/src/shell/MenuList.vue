<script setup lang="ts">
interface Entry {
  title: string
  href?: string
  act?: () => void
}

defineOptions({ inheritAttrs: false })

/** A key that opens a short list of links or acts, named by the key's words. */
defineProps<{ words: string; entries: Entry[] }>()
</script>

<template>
  <v-menu>
    <template #activator="{ props }"><v-btn v-bind="{ ...$attrs, ...props }">{{ words }}</v-btn></template>
    <nav class="list" :aria-label="words">
      <template v-for="entry in entries" :key="entry.title">
        <a v-if="entry.href" :href="entry.href" download>{{ entry.title }}</a>
        <v-btn v-else variant="text" @click="entry.act?.()">{{ entry.title }}</v-btn>
      </template>
    </nav>
  </v-menu>
</template>

<style scoped>
.list { display: grid; padding: 6px 0; background: var(--paper); border: 1px solid var(--ink); }
.list a, .list button { padding: 6px 16px; color: var(--ink); text-align: left; text-decoration: none; font-size: 15px; }
.list a:hover, .list button:hover, .list a:focus-visible, .list button:focus-visible { background: var(--soft); }
</style>
