<script setup lang="ts">
import { computed, onBeforeUnmount, provide, reactive } from 'vue'

import { useCase, type CaseValue } from './useCase'
import type { CaseField, Vocabulary } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import NumberField from '@/fields/NumberField.vue'
import SwitchField from '@/fields/SwitchField.vue'
import CaseLadder from '@/figures/ladder/CaseLadder.vue'
import FigureButton from '@/figures/FigureButton.vue'
import MarginBars from '@/figures/ladder/MarginBars.vue'
import WorkingPanel from '@/figures/WorkingPanel.vue'
import { deskKey, type Desk } from '@/stores/desk'
import { useView } from '@/stores/view'

const props = defineProps<{ book: string; verb: string; vocabulary: Vocabulary }>()
const view = useView()
const form = props.vocabulary.cases[props.verb]
const own = useCase(props.book, props.verb, form)
const { answer, fields, notice } = own
// The fields ask a desk what was refused and what has settled; here the case is all that lies on it.
provide(deskKey, reactive({ problems: own.problems, notice, settled: own.settled, trouble: '', job: null, waitingAt: () => undefined, unsentAt: () => undefined }) as unknown as Desk)
onBeforeUnmount(() => (view.working = null))

const groups = computed(() => {
  const found = new Map<string, CaseField[]>()
  for (const field of fields.value) found.set(field.group, [...(found.get(field.group) ?? []), field])
  return [...found]
})
const named = computed(() => new Map(answer.value?.figures.map((f) => [f.key, f])))
const leading = computed(() => form.leading.flatMap((key) => named.value.get(key) ?? []))
const rest = computed(() => answer.value?.figures.filter((f) => !form.leading.includes(f.key)) ?? [])
const LEVELS = ['danger', 'violation', 'house', 'advice', 'note']
const findings = computed(() => [...(answer.value?.findings ?? [])].sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level)))

function choicesOf(field: CaseField): { value: CaseValue; words: string }[] {
  const listed = field.choices as { value: CaseValue; words: string }[]
  const optional = field.default === null && !listed.some((c) => c.value === null)
  return optional ? [{ value: null, words: field.kind === 'size' ? 'by the ladder' : 'not said' }, ...listed] : listed
}

function numberOf(field: CaseField): number | null {
  const value = own.valueOf(field)
  return typeof value === 'number' ? value : null
}
/** What a blank field stands for, where that is short enough to stand in it. */
function blankWord(field: CaseField): string {
  const said = field.hint.split('; ').find((part) => part.startsWith('blank: '))?.slice(7).split(',')[0] ?? ''
  return said.length <= 6 ? said : ''
}
defineExpose({ startOver: own.startOver })
</script>

<template>
  <div class="bench">
    <form class="left" aria-label="The case" @submit.prevent>
      <fieldset v-for="[group, listed] in groups" :key="group">
        <legend class="cap">{{ group }}</legend>
        <template v-for="field in listed" :key="field.key">
          <SwitchField
            v-if="field.kind === 'switch'" :label="field.label" :value="own.valueOf(field) === true" :pointer="`/${field.key}`" :hint="field.hint"
            @change="(v) => own.set(field.key, v)"
          />
          <NumberField
            v-else-if="field.kind === 'number'" :label="field.label" :value="numberOf(field)" :unit="field.unit" :pointer="`/${field.key}`"
            :hint="field.hint" :auto="blankWord(field)" :lockable="field.default === null" set-word="clear"
            @change="(v) => own.set(field.key, v)"
          />
          <ChoiceField
            v-else :label="field.label" :value="own.valueOf(field)" :choices="choicesOf(field)" :pointer="`/${field.key}`" :hint="field.hint"
            @change="(v) => own.set(field.key, v)"
          />
        </template>
      </fieldset>
    </form>
    <div class="middle">
      <p v-if="notice" class="danger" role="alert">{{ notice }}</p>
      <section v-if="answer" aria-label="Answer" :class="{ stale: notice }">
        <h2 :class="answer.passes ? 'good' : 'danger'">{{ answer.headline }}</h2>
        <dl class="leading">
          <template v-for="each in leading" :key="each.key">
            <div v-if="each.figure.value !== null"><dt class="narrow">{{ each.label }}</dt><dd><FigureButton :figure="each.figure" :title="each.label" /></dd></div>
          </template>
        </dl>
        <MarginBars :margins="form.margins" :values="answer.values" />
        <CaseLadder v-if="form.ladder.length" :form="form" :values="answer.values" />
        <ul class="findings">
          <li v-for="finding in findings" :key="finding.rule" :class="finding.level">
            <b class="narrow">{{ finding.title }}</b> <span class="mono cite">{{ finding.section }}</span>
            <p>{{ finding.words }}</p>
          </li>
        </ul>
        <h3 class="cap">Every figure</h3>
        <dl class="rest">
          <template v-for="each in rest" :key="each.key"><dt class="narrow">{{ each.label }}</dt><dd><FigureButton :figure="each.figure" :title="each.label" /></dd></template>
        </dl>
      </section>
    </div>
    <aside class="right"><WorkingPanel :book="book" /></aside>
  </div>
</template>

<style scoped>
.bench { display: grid; grid-template-columns: 268px minmax(0, 1fr) 276px; min-height: 0; }
.bench > * { min-height: 0; overflow-y: auto; }
.left { border-right: 1px solid var(--rule); padding: 6px 12px 20px; }
fieldset { border: 0; margin: 0 0 8px; padding: 0; min-width: 0; }
legend { padding: 6px 0 2px; }
.middle { padding: 10px 16px 24px; }
.right { border-left: 1px solid var(--rule); padding: 10px 12px 16px 14px; }
h2 { font-size: 19px; }
.good { color: var(--good); }
.stale { opacity: 0.55; }
.leading { display: grid; grid-template-columns: repeat(auto-fill, minmax(120px, 1fr)); gap: 8px 14px; margin: 8px 0 4px; }
.leading dt { font-size: 13.5px; color: var(--quiet); line-height: 1.15; }
.leading dd { margin: 0; font-size: 16px; font-weight: 600; }
.rest { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr) auto); gap: 2px 18px; font-size: 15px; }
.rest dd { margin: 0; text-align: right; }
.findings { list-style: none; margin: 12px 0; padding: 0; }
.findings li { padding: 5px 0 5px 9px; border-left: 3px solid var(--rule); margin-bottom: 6px; }
.findings p { margin: 1px 0; font-size: 15px; }
.findings .danger, .findings .violation { border-color: var(--danger); }
.findings .danger b, .findings .violation b { color: var(--danger); }
.cite { font-size: 11px; color: var(--quiet); }
@media screen and (max-width: 1000px) {
  .bench { grid-template-columns: minmax(0, 1fr); }
  .middle { grid-row: 1; }
  .left, .right { border: 0; border-top: 1px solid var(--rule); }
}
@media screen and (max-width: 700px) { .rest { grid-template-columns: minmax(0, 1fr) auto; } }
</style>
