<script setup lang="ts">
defineProps<{ id: string }>()
</script>

<template>
  <nav class="tabs narrow" aria-label="Packet">
    <router-link :to="{ name: 'packet', params: { id } }">Sheets</router-link>
    <router-link :to="{ name: 'inspection', params: { id } }">Inspection list</router-link>
  </nav>
</template>

<style scoped>
.tabs { display: flex; gap: 2px; padding: 3px 6px; }
a { padding: 2px 10px; font-size: 15px; font-weight: 500; color: var(--ink); text-decoration: none; border-bottom: 2px solid transparent; white-space: nowrap; }
a.router-link-exact-active { border-color: var(--ink); font-weight: 600; }
</style>
