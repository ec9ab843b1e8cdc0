<script setup lang="ts">
import { onBeforeUnmount, onMounted, provide } from 'vue'

import { onKey } from './keyed/keys'
import NextLine from './NextLine.vue'
import SaveNotice from './SaveNotice.vue'
import { runKeys } from '@/steps/span/run/runKeys'
import { deskKey, type Desk } from '@/stores/desk'
import { useView } from '@/stores/view'

const props = defineProps<{ desk: Desk; withoutRuns?: boolean; tallRight?: boolean; middleFirst?: boolean; withoutLeft?: boolean }>()
const view = useView()
provide(deskKey, props.desk)

let unbind: (() => void)[] = []
onMounted(() => {
  unbind = [onKey('u', () => void props.desk.undo()), onKey('U', () => void props.desk.redo())]
  if (!props.withoutRuns) unbind.push(runKeys(props.desk))
})
onBeforeUnmount(() => {
  unbind.forEach((stop) => stop())
  view.working = null
})
</script>

<template>
  <div class="whole" :class="{ tall: tallRight, 'middle-first': middleFirst }">
    <NextLine :desk="desk"><slot name="act" /></NextLine>
    <div class="over"><slot name="over" /></div>
    <div class="notice"><SaveNotice :desk="desk" /></div>
    <div class="bench" :class="{ wide: withoutLeft }">
      <div v-if="!withoutLeft" class="left"><slot name="left" /></div>
      <div class="middle"><slot /></div>
      <aside v-if="!tallRight" class="right"><slot name="right" /></aside>
    </div>
    <aside v-if="tallRight" class="right"><slot name="right" /></aside>
  </div>
</template>

<style scoped>
.whole { display: grid; grid-template: auto auto auto 1fr / minmax(0, 1fr); height: 100%; }
.over { border-bottom: 1px solid var(--rule); }
.bench { display: grid; grid-template-columns: 240px minmax(0, 1fr) 276px; min-height: 0; grid-row: 4; }
.whole > .next { grid-row: 1; }
.whole > .over { grid-row: 2; }
.whole > .notice { grid-row: 3; }
.bench > * { min-height: 0; overflow-y: auto; }
.left { border-right: 1px solid var(--rule); }
.right { border-left: 1px solid var(--rule); padding: 10px 12px 16px 14px; }
.tall { grid-template-columns: minmax(0, 1fr) 276px; }
.tall > .notice, .tall > .next { grid-column: 1; }
.tall .bench { grid-template-columns: 240px minmax(0, 1fr); }
.tall .bench.wide { grid-template-columns: minmax(0, 1fr); }
.tall > .right { grid-area: 1 / 2 / 5 / 3; overflow-y: auto; min-height: 0; }
@media screen and (max-width: 1000px) {
  .whole { height: auto; }
  .tall { grid-template-columns: minmax(0, 1fr); }
  .tall > .right { grid-area: 5 / 1; }
  .bench, .tall .bench { grid-template-columns: minmax(0, 1fr); }
  .left, .right { border: 0; border-top: 1px solid var(--rule); }
  .middle-first .left { order: 1; }
}
</style>
