<script setup lang="ts">
import type { JobSummary } from '@/api/types'
import { useShelf } from '@/stores/shelf'

const props = defineProps<{ job: JobSummary }>()
const shelf = useShelf()

function changed(): string {
  return new Date(props.job.changed_at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
}
</script>

<template>
  <tr>
    <td class="name">
      <router-link :to="{ name: 'span', params: { id: job.id } }">{{ job.name }}</router-link>
      <span v-if="job.demo || job.practice" class="narrow quiet"> · {{ job.demo ? 'demo' : 'for practice' }}</span>
      <p v-if="job.note" class="quiet">{{ job.note }}</p>
    </td>
    <td class="mono number">{{ job.places }}</td>
    <td class="mono number">{{ job.runs }}</td>
    <td class="narrow when">{{ changed() }}</td>
    <td class="acts">
      <template v-if="job.shelf === 'open'">
        <v-btn :aria-label="`Copy ${job.name}`" @click="shelf.duplicate(job.id)">Copy</v-btn>
        <v-btn :href="`/api/jobs/${job.id}/job.json`" :aria-label="`Export ${job.name}`" download>Export</v-btn>
        <v-btn :aria-label="`Archive ${job.name}`" @click="shelf.putOn(job.id, 'archived')">Archive</v-btn>
        <v-btn :aria-label="`Delete ${job.name}`" @click="shelf.putOn(job.id, 'deleted')">Delete</v-btn>
      </template>
      <v-btn v-else :aria-label="`Bring back ${job.name}`" @click="shelf.putOn(job.id, 'open')">Bring back</v-btn>
    </td>
  </tr>
</template>

<style scoped>
td { padding: 10px 12px 10px 0; border-bottom: 1px solid var(--rule); vertical-align: top; }
.name a { color: var(--ink); font-size: 17px; font-weight: 600; }
.name p { margin: 2px 0 0; max-width: 62ch; font-size: 13.5px; }
.number { text-align: right; }
.when { white-space: nowrap; font-size: 15px; }
.acts { text-align: right; white-space: nowrap; }
.acts .v-btn { --v-btn-height: 24px; margin-left: 6px; font-size: 14px; padding: 0 8px; }
@media screen and (max-width: 700px) {
  td { display: inline-block; border: 0; padding: 2px 10px 2px 0; }
  .name { display: block; padding-top: 12px; }
  .acts { display: block; text-align: left; white-space: normal; padding-bottom: 10px; border-bottom: 1px solid var(--rule); }
  .acts .v-btn { margin: 0 6px 0 0; }
}
</style>
