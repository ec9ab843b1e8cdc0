<script setup lang="ts">
import type { Ran } from './readings'

/** What ran while something was read: asked, never taken for granted. What was said stays for the next reading. */
defineProps<{ stations: readonly { id: string; name: string }[]; said: (pointer: string) => string | undefined }>()
const ran = defineModel<Ran>({ required: true })
const put = (more: Partial<Ran>) => (ran.value = { ...ran.value, ...more })
const typed = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <label class="narrow">What ran
    <select :value="ran.load" required aria-label="What ran" @change="put({ load: typed($event) as Ran['load'] })">
      <option value="" disabled>say what ran meanwhile</option>
      <option value="as-was">as it was: the house as it stood</option>
      <option value="off">all off: every load, or every breaker but the main</option>
      <option value="these">so much of the loads, by what runs</option>
      <option value="main-off">the main is off</option>
    </select>
  </label>
  <label v-if="ran.load === 'these'" class="narrow">of all loads <span class="entry"><input :value="ran.share" class="mono" required inputmode="decimal" aria-label="Share of the loads that ran" :aria-invalid="!!said('/share')" @input="put({ share: typed($event) })" /><span class="mono">% ran</span></span></label>
  <label v-if="ran.load && ran.load !== 'main-off'" class="narrow">and a test load of <span class="entry"><input :value="ran.extra" class="mono" inputmode="decimal" placeholder="0" aria-label="Test load" :aria-invalid="!!said('/extra_a')" @input="put({ extra: typed($event) })" /><span class="mono">A on leg A at</span></span>
    <select :value="ran.extraAt" aria-label="Test load at" @change="put({ extraAt: typed($event) })"><option value="">nowhere</option><option v-for="s in stations" :key="s.id" :value="s.id">{{ s.name }}</option></select>
  </label>
</template>

<style scoped src="./reading.css"></style>
