<script setup lang="ts">
import { computed, inject, ref } from 'vue'

import { Refused } from '@/api/client'
import type { ItemEntry, Watched } from '@/api/types'
import type { KeptLook } from '@/stores/sent/sending'
import { deskKey, useDesk } from '@/stores/desk'

/** One thing to look at: ticked when it is as it should be, or with what is wrong, a photo, and whether to watch for it. */
const props = defineProps<{ entry: ItemEntry; by: string; jobId: string; waits: KeptLook['body'] | null; keep: (look: KeptLook) => Promise<boolean> }>()
const desk = inject(deskKey, useDesk, true)
const opened = ref(false)
const words = ref('')
const watched = ref(false)
const busy = ref(false)
const trouble = ref('')
const photo = ref<File | null>(null)
const looked = computed(() => props.waits ?? props.entry.looked)
const SAID = { done: 'as it should be', correction: 'to be corrected', 'let-go': 'let go' } as const
const today = () => new Date().toLocaleDateString('sv-SE')

async function look(state: 'done' | 'correction' | 'let-go') {
  trouble.value = ''
  if (!props.by.trim()) {
    trouble.value = 'Enter who is inspecting, at the top'
    return
  }
  busy.value = true
  try {
    const watch = state === 'correction' && watched.value ? watchedFor() : null
    const body = { item: props.entry.item.key, state, words: words.value, by: props.by.trim(), on: today(), photo: null }
    await props.keep({ body, photo: photo.value, watch })
    // From now on it is a house rule: of this job, and of every new one.
    if (watch) void desk.edit([{ op: 'add', path: '/house_rules/watched/-', value: watch }])
    words.value = ''
    photo.value = null
    watched.value = opened.value = false
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.problems[0]?.words ?? error.message
  } finally {
    busy.value = false
  }
}

function watchedFor(): Watched {
  const { rule, stage, section } = props.entry.item
  return { rule, stage, section, words: words.value.trim().slice(0, 300) }
}
</script>

<template>
  <li :class="looked?.state">
    <v-btn class="tick" :aria-label="`As it should be: ${entry.item.where}, ${entry.item.look_for}`" :aria-pressed="looked?.state === 'done'" :disabled="busy" @click="look('done')">{{ looked?.state === 'done' ? '✓' : looked?.state === 'correction' ? '!' : looked ? '–' : '' }}</v-btn>
    <div class="what">
      <b>{{ entry.item.where }}</b> {{ entry.item.look_for }} <span class="mono cite">{{ entry.item.section }}</span>
      <p v-if="looked" class="narrow found">
        {{ SAID[looked.state] }}<template v-if="looked.words">: {{ looked.words }}</template> · {{ looked.by }}, {{ looked.on }}<template v-if="waits">, kept here, not sent yet</template><template v-if="entry.times > 1"> · looked at {{ entry.times }} times</template>
        <a v-if="looked.photo" :href="`/api/inspection/${jobId}/photos/${looked.photo}`" target="_blank">photo</a>
      </p>
      <div v-if="opened" class="more narrow">
        <v-text-field v-model="words" class="words" label="What is wrong, or why it is let go" maxlength="1000" />
        <v-file-input v-model="photo" class="words" label="Photo" accept="image/jpeg,image/png" />
        <v-checkbox-btn v-model="watched" label="a house rule from now on: on this job and every new one" />
        <div class="acts">
          <v-btn :disabled="busy" @click="look('correction')">To be corrected</v-btn>
          <v-btn :disabled="busy" @click="look('let-go')">Let go</v-btn>
          <v-btn :disabled="busy" @click="look('done')">As it should be</v-btn>
        </div>
      </div>
      <p v-if="trouble" class="danger narrow" role="alert">{{ trouble }}</p>
    </div>
    <v-btn variant="text" class="narrow open" :aria-expanded="opened" @click="opened = !opened">{{ opened ? 'close' : 'say more' }}</v-btn>
  </li>
</template>

<style scoped>
li { display: flex; gap: 10px; align-items: flex-start; padding: 5px 0; border-bottom: 1px solid var(--rule); }
.tick { flex: none; width: 26px; height: 26px; padding: 0; border: 1.5px solid var(--ink); background: none; color: var(--ink); font: 600 15px var(--words); cursor: pointer; }
.done .tick { background: var(--ink); color: var(--paper); }
.correction .tick { border-color: var(--danger); color: var(--danger); }
.what { flex: 1; min-width: 0; line-height: 1.3; }
.cite { color: var(--quiet); font-size: 12px; }
.found { margin: 1px 0 0; font-size: 14.5px; }
.correction .found { color: var(--danger); }
.open { font-size: 14.5px; text-decoration: underline; white-space: nowrap; }
.more { display: grid; gap: 4px; justify-items: start; padding: 6px 0; font-size: 15px; }
.acts { display: flex; flex-wrap: wrap; gap: 6px; }
.words { width: min(440px, 70vw); }
@media screen and (max-width: 600px) {
  .tick { width: 36px; height: 36px; }
}
</style>
