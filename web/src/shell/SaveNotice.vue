<script setup lang="ts">
import { computed } from 'vue'

import type { Desk } from '@/stores/desk'
import { outlives } from '@/stores/sent/waiting'

/** What was not saved, and why: refused, or held back until it can be sent. */
const props = defineProps<{ desk: Desk }>()
const held = computed(() => {
  const n = props.desk.unsent
  return n ? `${n} edit${n === 1 ? '' : 's'} not saved` : ''
})
const said = computed(() => [props.desk.notice, props.desk.problems.map((p) => p.words).join('; ')].filter(Boolean).join(': '))
</script>

<template>
  <p v-if="held" class="save-notice" role="alert">
    <b>{{ held }}.</b> {{ desk.trouble || 'The server takes its time.' }} They are kept {{ outlives ? 'in this browser' : 'here' }} and sent again by themselves{{ outlives ? '' : '; close this tab and they are gone' }}.
    <v-btn @click="desk.sendNow()">Send again now</v-btn>
  </p>
  <p v-if="said" class="save-notice" role="alert">{{ said }}</p>
</template>

<style scoped>
.save-notice { margin: 0; padding: 6px 14px; background: var(--danger-soft); color: var(--danger); font-weight: 600; }
.v-btn { margin-left: 8px; }
</style>
