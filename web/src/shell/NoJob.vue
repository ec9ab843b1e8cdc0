<script setup lang="ts">
import { useDesk } from '@/stores/desk'

/** In place of a step: the job could not be fetched, or it is there and cannot be read or solved. */
const desk = useDesk()
</script>

<template>
  <section v-if="desk.fault" class="empty" aria-label="Fault">
    <h2>{{ desk.name }}</h2>
    <p class="danger" role="alert">{{ desk.fault }}.</p>
    <ul v-if="desk.problems.length">
      <li v-for="p in desk.problems" :key="p.pointer + p.words">{{ p.where || p.pointer || 'the file' }}: {{ p.words }}</li>
    </ul>
    <p>Nothing of it is lost. Take back its last change, or take the job file along.</p>
    <p class="acts">
      <v-btn variant="flat" :disabled="!desk.canUndo" @click="desk.undo()">Undo the last change</v-btn>
      <v-btn :disabled="!desk.canRedo" @click="desk.redo()">Redo</v-btn>
      <v-btn :href="`/api/jobs/${desk.id}/job.json`" download>Job file</v-btn>
      <v-btn to="/jobs">Back to the jobs</v-btn>
    </p>
  </section>
  <section v-else-if="desk.notice" class="empty" aria-label="No job">
    <h2>{{ desk.notice }}</h2>
    <v-btn to="/jobs">Back to the jobs</v-btn>
  </section>
</template>

<style scoped>
.empty { display: grid; gap: 12px; justify-items: center; padding: 48px 24px; text-align: center; }
.empty p { margin: 0; }
.acts { display: flex; flex-wrap: wrap; gap: 10px; justify-content: center; }
ul { list-style: none; padding: 0; }
a { text-decoration: none; }
</style>
