<script setup lang="ts">
import type { Converter } from '@/api/types'
import ChoiceField from '@/fields/ChoiceField.vue'
import { KNOWN } from '@/fields/choices'
import NumberField from '@/fields/NumberField.vue'
import { useDesk } from '@/stores/desk'
import { list } from '@/stores/words'

const props = defineProps<{ converter: Converter; base: string }>()
const desk = useDesk()
const FORMS = list<Converter['form']>('converter_forms')

function set<K extends keyof Converter>(name: K, value: Converter[K]) {
  void desk.edit([{ op: 'add', path: `${props.base}/${name}`, value }])
}
</script>

<template>
  <h3 class="cap">The phase converter</h3>
  <ChoiceField label="It is" :value="converter.form" :choices="FORMS" :pointer="`${base}/form`" @change="(v) => set('form', v)" />
  <NumberField label="Input on its plate" :value="converter.input_a" auto="unknown" unit="A" lockable set-word="clear" :pointer="`${base}/input_a`" hint="Single-phase, full load" @change="(v) => set('input_a', v)" />
  <ChoiceField label="One load alone" :value="converter.fixed" :choices="KNOWN" :pointer="`${base}/fixed`" hint="That stays what it is: its wire then goes by what its three lines carry" @change="(v) => set('fixed', v)" />
</template>

<style scoped>
h3.cap { margin: 12px 0 3px; font-size: 13px; }
</style>
