<script setup lang="ts">
import { useDesk } from '@/stores/desk'

const desk = useDesk()
</script>

<template>
  <div v-if="desk.notice" class="empty">
    <h2>{{ desk.notice }}</h2>
    <router-link class="ink-button" to="/jobs">Back to the jobs</router-link>
  </div>
</template>

<style scoped>
.empty { padding: 48px 24px; text-align: center; }
a { text-decoration: none; }
</style>
