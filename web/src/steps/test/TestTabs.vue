<script setup lang="ts">
/** The two pages of Test: what is measured, and what happened on the job. */
defineProps<{ id: string }>()
</script>

<template>
  <nav class="tabs narrow" aria-label="Test">
    <router-link :to="{ name: 'test', params: { id } }">Readings</router-link>
    <router-link :to="{ name: 'history', params: { id } }">History of this job</router-link>
  </nav>
</template>

<style scoped>
.tabs { display: flex; gap: 16px; padding: 4px 14px; font-size: 16px; }
a { color: var(--ink); text-decoration: none; }
a.router-link-exact-active { font-weight: 600; border-bottom: 2px solid var(--ink); }
</style>
