<script setup lang="ts">
import { ref } from 'vue'

import { keep, makePacket } from './making'
import { Refused } from '@/api/client'
import type { MakingNews, PacketReply, SheetEntry } from '@/api/types'

/** The packet's revision: made as a draft, issued, and what went out before. */
const props = defineProps<{ id: string; packet: PacketReply; shown: SheetEntry | undefined; page: number; unsaved: boolean }>()
const emit = defineEmits<{ issued: [] }>()
const news = ref<MakingNews | null>(null)
const said = ref('')
const trouble = ref('')

async function make(issue: boolean) {
  said.value = trouble.value = ''
  news.value = { sheet: '', done: 0, of: 1, name: '', packed: '', issued: '', trouble: '' }
  try {
    const made = await makePacket(props.id, issue, (each) => (news.value = each))
    if (made.packed) {
      keep(made.name, made.packed)
      said.value = 'The draft is in your downloads.'
    } else {
      said.value = `${made.issued} is issued and kept as it is.`
      emit('issued')
    }
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    trouble.value = error.message
  } finally {
    news.value = null
  }
}
const files = () => `/api/packet/${props.id}/${props.shown?.name}`
</script>

<template>
  <section class="issue" aria-label="Revision">
    <h2 class="cap">Revision</h2>
    <p class="narrow"><b class="caution">{{ packet.revision }}</b>, not issued yet</p>
    <ul v-if="packet.issued.length" class="narrow">
      <li v-for="each in packet.issued" :key="each.letter"><a :href="`/api/packet/${id}/issued/${each.letter}.zip`" download>{{ each.letter }} issued {{ each.on }}</a></li>
    </ul>
    <p v-if="unsaved" class="narrow caution">What is not saved yet does not go out.</p>
    <v-btn class="go narrow" :disabled="!!news || unsaved" @click="make(true)">Issue {{ packet.revision }}</v-btn>
    <p v-if="news" class="narrow" role="status">{{ news.sheet || 'Begun' }}<progress :value="news.done" :max="news.of" aria-label="Packet made so far" /></p>
    <p v-if="said" class="narrow" role="status">{{ said }}</p>
    <p v-if="trouble" class="narrow danger" role="alert">{{ trouble }}</p>
    <p class="narrow"><v-btn :disabled="!!news || unsaved" @click="make(false)">Draft as one ZIP</v-btn></p>
    <p v-if="shown" class="narrow files">
      {{ shown.number }} alone:
      <a :href="`${files()}.pdf`" download>PDF</a>
      <template v-if="page < shown.drawn">
        <a :href="`${files()}.svg?page=${page + 1}`" download>SVG</a>
        <a :href="`${files()}.dxf?page=${page + 1}`" download>DXF</a>
      </template>
      <a v-if="shown.tables" :href="`${files()}.csv`" download>CSV</a>
    </p>
  </section>
</template>

<style scoped>
.issue { padding: 2px 12px 14px 14px; }
p, ul { margin: 4px 0; font-size: 15px; }
ul { list-style: none; padding: 0; }
a { color: var(--ink); margin-right: 8px; }
.go { display: block; width: 100%; margin: 8px 0; padding: 6px; border: 0; background: var(--ink); color: var(--paper); font-size: 16px; font-weight: 600; cursor: pointer; }
.go:disabled { opacity: 0.5; cursor: default; }
progress { display: block; width: 100%; height: 8px; accent-color: var(--ink); }
</style>
