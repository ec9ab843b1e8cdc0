<script setup lang="ts">
import { useTemplateRef } from 'vue'

/** A button that takes in a file. */
defineProps<{ words: string; accept: string }>()
const emit = defineEmits<{ pick: [event: Event] }>()
const picker = useTemplateRef('picker')
</script>

<template>
  <v-btn @click="picker?.click()">{{ words }}</v-btn>
  <input ref="picker" class="visually-hidden" type="file" :accept="accept" :aria-label="words" tabindex="-1" @change="emit('pick', $event)" />
</template>
