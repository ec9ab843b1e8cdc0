<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import AnswerList from './AnswerList.vue'
import ChangeList from './ChangeList.vue'
import IssueDesk from './IssueDesk.vue'
import LabelLinks from './LabelLinks.vue'
import NudgeLayer from './NudgeLayer.vue'
import PacketTabs from './PacketTabs.vue'
import SheetList from './SheetList.vue'
import { answered, api } from '@/api/client'
import type { PacketReply, SheetName } from '@/api/types'
import DrawnPaper from '@/figures/DrawnPaper.vue'
import NoJob from '@/shell/NoJob.vue'
import WorkBench from '@/shell/WorkBench.vue'
import { useAsked } from '@/stores/sent/asking'
import { useDesk } from '@/stores/desk'
import { stationWord, term } from '@/stores/words'

const props = defineProps<{ id: string }>()
const desk = useDesk()
const show = ref<SheetName>('one-line')
const page = ref(0)
const large = ref(false)
const issues = ref(0)
watch(() => props.id, (id) => desk.open(id), { immediate: true })
watch(show, () => (page.value = 0))
const { found: packet, trouble } = useAsked(desk, async (job) => (await answered(api.POST('/api/packet', { body: { job, job_id: desk.id, show: show.value } }))) as PacketReply, () => [show.value, issues.value])

const entry = computed(() => packet.value?.sheets.find((s) => s.name === show.value))
const pages = computed(() => packet.value?.pages ?? [])
const shown = computed(() => pages.value[Math.min(page.value, pages.value.length - 1)])
watch(entry, (now) => {
  // A sheet that the job has nothing more for is left for one that it has.
  if (!now && packet.value?.sheets.length) show.value = packet.value.sheets[0].name
})
</script>

<template>
  <WorkBench v-if="desk.job && desk.solution" :desk="desk" without-runs tall-right>
    <template #over><PacketTabs :id="id" /></template>
    <template #left>
      <template v-if="packet">
        <SheetList v-model:show="show" :sheets="packet.sheets" />
        <IssueDesk :id="id" :packet="packet" :shown="entry" :page="page" :unsaved="!!desk.unsent" @issued="issues += 1" />
      </template>
    </template>
    <div class="table">
      <p v-if="trouble" class="danger" role="alert">{{ trouble }}</p>
      <div v-if="shown" class="bar narrow">
        <span v-if="pages.length > 1">
          <v-btn :disabled="page === 0" @click="page -= 1">Before</v-btn>
          page {{ Math.min(page, pages.length - 1) + 1 }} of {{ pages.length }}
          <v-btn :disabled="page >= pages.length - 1" @click="page += 1">Next</v-btn>
        </span>
        <span v-if="show === 'one-line'" class="quiet">Drag a {{ term('board') }} or a {{ stationWord('disconnect').toLowerCase() }} to make room before it, or use the arrow keys on it.</span>
        <v-checkbox-btn v-model="large" label="enlarged" />
      </div>
      <div v-if="shown" class="frame" tabindex="0" role="group" aria-label="The sheet">
        <div class="leaf" :class="{ large, upright: shown.height > shown.width }">
          <DrawnPaper :sheet="shown" />
          <NudgeLayer v-if="show === 'one-line'" :sheet="shown" />
        </div>
      </div>
      <ChangeList v-if="packet" :packet="packet" />
      <!-- What the browser prints is the sheet that is looked at, page by page. -->
      <div class="print-sheets" aria-hidden="true">
        <div v-for="(p, i) in pages" :key="i" :class="`page-${desk.job.packet.paper}-${p.height > p.width ? 'upright' : 'across'}`"><DrawnPaper :sheet="p" /></div>
      </div>
    </div>
    <template #right>
      <template v-if="packet">
        <section aria-label="The job in a line each">
          <h2 class="cap">The job, in a line each</h2>
          <dl class="narrow"><template v-for="[what, words] in packet.summary" :key="what"><dt>{{ what }}</dt><dd>{{ words }}</dd></template></dl>
        </section>
        <LabelLinks :id="id" />
        <AnswerList :findings="packet.findings" />
      </template>
    </template>
  </WorkBench>
  <NoJob v-else />
</template>

<style scoped>
.table { padding: 10px 14px; background: var(--soft); min-height: 100%; box-sizing: border-box; }
.bar { display: flex; flex-wrap: wrap; gap: 4px 18px; align-items: baseline; margin-bottom: 6px; font-size: 15px; }
.bar .v-checkbox-btn { margin-left: auto; }
.frame { overflow: auto; }
.leaf { position: relative; margin: 0 auto; }
.leaf.upright { max-width: 640px; }
.leaf.large, .leaf.large.upright { width: 200%; max-width: none; }
dl { margin: 4px 0 14px; font-size: 15px; }
dt { color: var(--quiet); }
dd { margin: 0 0 4px; padding-bottom: 3px; border-bottom: 1px solid var(--rule); }
.print-sheets { display: none; }
@media print {
  .print-sheets { display: block; }
  .print-sheets > div { break-after: page; }
  .print-sheets :deep(.paper) { border: 0; }
  .page-letter-across { page: letter-across; }
  .page-letter-upright { page: letter-upright; }
  .page-a4-across { page: a4-across; }
  .page-a4-upright { page: a4-upright; }
}
</style>
