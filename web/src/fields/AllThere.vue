<script setup lang="ts">
import { inject } from 'vue'

import type { PatchStep } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'

/** What of a list is not ticked as there yet, by the steps that tick each: the whole list is said at once. */
const props = defineProps<{ what: string; steps: readonly PatchStep[] }>()
const desk = inject(deskKey, useDesk, true)
</script>

<template>
  <v-btn v-if="steps.length > 1" @click="desk.edit([...props.steps])">{{ what }}</v-btn>
</template>
