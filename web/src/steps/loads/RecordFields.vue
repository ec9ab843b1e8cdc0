<script setup lang="ts">
import { ref, toRef } from 'vue'

import RecordingDialog from './RecordingDialog.vue'
import { useEdited } from './useEdited'
import type { LoadRecord } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import { list } from '@/stores/words'

const props = defineProps<{ placeId: string }>()
const { place, base, set } = useEdited(toRef(props, 'placeId'))
const importing = ref(false)
const KINDS = list<LoadRecord['kind']>('records')

function setRecord(part: Partial<LoadRecord>) {
  const blank: LoadRecord = { kind: '12-month', peak_va: 1, unseen_va: 0, solar_or_shaving: false, source: 'utility record' }
  return set('record', { ...blank, ...place.value?.record, ...part })
}
</script>

<template>
  <div v-if="place?.state === 'stays' || place?.record" class="record">
    <h3 class="cap">Recorded demand</h3>
    <v-btn @click="importing = true">Read a recording (CSV)</v-btn>
    <RecordingDialog v-model="importing" @take="(r) => setRecord(r)" />
    <NumberField label="Peak" :value="place.record?.peak_va ?? null" auto="none" unit="VA" lockable set-word="clear" :pointer="`${base}/record/peak_va`" hint="Highest 15-minute average, from the utility or a recording" @change="(v) => (v === null ? set('record', null) : setRecord({ peak_va: v }))" />
    <template v-if="place.record">
      <ChoiceField label="Over" :value="place.record.kind" :choices="KINDS" :pointer="`${base}/record/kind`" @change="(v) => setRecord({ kind: v })" />
      <NumberField label="Not seen in it" :value="place.record.unseen_va" unit="VA" :pointer="`${base}/record/unseen_va`" hint="The larger of heating and cooling if its season was missed, and loads that run now and then" @change="(v) => setRecord({ unseen_va: v ?? 0 })" />
      <SwitchField label="Solar or peak shaving ran meanwhile" :value="place.record.solar_or_shaving" :pointer="`${base}/record/solar_or_shaving`" @change="(v) => setRecord({ solar_or_shaving: v })" />
    </template>
  </div>
</template>

<style scoped>
h3.cap { margin: 10px 0 3px; font-size: 13px; }
</style>
