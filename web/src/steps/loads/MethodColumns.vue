<script setup lang="ts">
import type { PlaceLoad } from '@/api/types'
import FigureButton from '@/figures/FigureButton.vue'
import { term, titled } from '@/stores/words'

defineProps<{ load: PlaceLoad }>()
</script>

<template>
  <section class="methods" aria-label="Methods side by side">
    <article v-for="m in load.methods" :key="m.id" :class="{ governs: m.id === load.governs, barred: !m.may_be_used }" :data-method="m.id">
      <h3><span>{{ m.name }}</span> <span class="mono cite">{{ m.section }}</span></h3>
      <p class="narrow quiet">{{ m.id === load.governs ? 'In force. ' : m.may_be_used ? 'May be used. ' : 'May not be used. ' }}{{ m.why }}</p>
      <dl>
        <template v-for="line in m.lines" :key="line.name">
          <dt>{{ line.name }}</dt><dd><FigureButton :figure="line.va" :title="line.name" /></dd>
        </template>
        <dt class="sum">Together</dt><dd class="sum"><FigureButton :figure="m.total_va" :title="`${m.name}, total`" /></dd>
        <dt>{{ term('heavier') }}</dt><dd class="answer"><FigureButton :figure="m.amps" :title="`${m.name}, ${term('heavier').toLowerCase()}`" :places="0" /></dd>
        <template v-if="m.neutral_amps.value !== null">
          <dt>{{ titled('grounded') }}</dt><dd><FigureButton :figure="m.neutral_amps" :title="`${m.name}, ${term('grounded')}`" :places="0" /></dd>
        </template>
      </dl>
    </article>
  </section>
</template>

<style scoped>
.methods { display: grid; grid-template-columns: repeat(auto-fit, minmax(215px, 1fr)); gap: 0; border-top: 1px solid var(--rule); }
article { padding: 10px 14px 14px; border-right: 1px solid var(--rule); border-top: 3px solid transparent; }
.governs { border-top-color: var(--ink); }
.barred { opacity: 0.65; }
h3 { display: flex; justify-content: space-between; gap: 8px; font-size: 15px; }
.cite { font-size: 11px; font-weight: 400; color: var(--quiet); }
p { margin: 2px 0 6px; font-size: 14px; line-height: 1.25; }
dl { display: grid; grid-template-columns: 1fr auto; gap: 2px 10px; margin: 0; }
dt { font-family: var(--narrow); font-size: 15px; }
dd { margin: 0; text-align: right; font-size: 13px; }
.sum { border-top: 1px solid var(--rule); padding-top: 2px; }
.answer { font-weight: 600; }
</style>
