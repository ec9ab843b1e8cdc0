<script setup lang="ts">
import { computed, inject, ref, useTemplateRef } from 'vue'

import { answered, api, asSent, Refused } from '@/api/client'
import type { ItemEntry, Watched } from '@/api/types'
import { newKey } from '@/stores/kept'
import { deskKey, useDesk } from '@/stores/desk'

/** One thing to look at: ticked when it is as it should be, or with what is wrong, a photo, and whether to watch for it. */
const props = defineProps<{ jobId: string; entry: ItemEntry; by: string }>()
const emit = defineEmits<{ looked: [] }>()
const desk = inject(deskKey, useDesk, true)
const opened = ref(false)
const words = ref('')
const watched = ref(false)
const busy = ref(false)
const trouble = ref('')
const photo = useTemplateRef<HTMLInputElement>('photo')
const looked = computed(() => props.entry.looked)
const SAID = { done: 'as it should be', correction: 'to be corrected', 'let-go': 'let go' } as const
let last = { content: '', key: '' }
const today = () => new Date().toLocaleDateString('sv-SE')

async function keep(state: 'done' | 'correction' | 'let-go') {
  trouble.value = ''
  if (!props.by.trim()) {
    trouble.value = 'Say who looks, at the top'
    return
  }
  busy.value = true
  try {
    const file = photo.value?.files?.[0]
    // Pressed again because no answer came, the very same is kept once.
    const content = JSON.stringify([state, words.value, props.by, file?.name, file?.size])
    if (content !== last.content) last = { content, key: newKey() }
    const { key } = last
    const kept = file ? (await answered(api.POST('/api/inspection/{job_id}/photos', { params: { path: { job_id: props.jobId }, query: { key: `${key}-photo` } }, ...asSent(file) }))).photo : null
    await answered(api.POST('/api/inspection/{job_id}/looks', { params: { path: { job_id: props.jobId } }, body: { item: props.entry.item.key, state, words: words.value, by: props.by.trim(), on: today(), photo: kept, key } }))
    last = { content: '', key: '' }
    if (state === 'correction' && watched.value) await watchFor()
    words.value = ''
    watched.value = opened.value = false
    emit('looked')
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.problems[0]?.words ?? error.message
  } finally {
    busy.value = false
  }
}

/** From now on it is a house rule: of this job, and of every new one. */
async function watchFor() {
  const { rule, stage, section } = props.entry.item
  const each: Watched = { rule, stage, section, words: words.value.trim().slice(0, 300) }
  await answered(api.POST('/api/inspection/watched', { body: each }))
  await desk.edit([{ op: 'add', path: '/house_rules/watched/-', value: each }])
}
</script>

<template>
  <li :class="looked?.state">
    <button class="tick" :aria-label="`As it should be: ${entry.item.where}, ${entry.item.look_for}`" :aria-pressed="looked?.state === 'done'" :disabled="busy" @click="keep('done')">{{ looked?.state === 'done' ? '✓' : looked?.state === 'correction' ? '!' : looked ? '–' : '' }}</button>
    <div class="what">
      <b>{{ entry.item.where }}</b> {{ entry.item.look_for }} <span class="mono cite">{{ entry.item.section }}</span>
      <p v-if="looked" class="narrow found">
        {{ SAID[looked.state] }}<template v-if="looked.words">: {{ looked.words }}</template> · {{ looked.by }}, {{ looked.on }}<template v-if="entry.times > 1"> · looked at {{ entry.times }} times</template>
        <a v-if="looked.photo" :href="`/api/inspection/${jobId}/photos/${looked.photo}`" target="_blank">photo</a>
      </p>
      <div v-if="opened" class="more narrow">
        <label>What is wrong, or why it is let go <input v-model="words" maxlength="1000" /></label>
        <label>Photo <input ref="photo" type="file" accept="image/jpeg,image/png" /></label>
        <label><input v-model="watched" type="checkbox" /> a house rule from now on: on this job and every new one</label>
        <div class="acts">
          <button class="ink-button" :disabled="busy" @click="keep('correction')">To be corrected</button>
          <button class="ink-button" :disabled="busy" @click="keep('let-go')">Let go</button>
          <button class="ink-button" :disabled="busy" @click="keep('done')">As it should be</button>
        </div>
      </div>
      <p v-if="trouble" class="danger narrow" role="alert">{{ trouble }}</p>
    </div>
    <button class="plain narrow open" :aria-expanded="opened" @click="opened = !opened">{{ opened ? 'close' : 'say more' }}</button>
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
.more label { display: block; }
.more input:not([type]) { display: block; width: min(440px, 70vw); border: 1px solid var(--rule); background: none; color: var(--ink); font: 14px var(--words); padding: 4px 6px; }
@media screen and (max-width: 600px) {
  .tick { width: 36px; height: 36px; }
}
</style>
