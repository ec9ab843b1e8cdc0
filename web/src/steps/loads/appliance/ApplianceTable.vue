<script setup lang="ts">
import { computed, ref, toRef } from 'vue'

import AddAppliance from './AddAppliance.vue'
import ApplianceTicks from './ApplianceTicks.vue'
import { nameplateText, remarks } from './words'
import { useEdited } from '../useEdited'
import AllThere from '@/fields/AllThere.vue'
import { APPLIANCE_KINDS } from '@/fields/choices'
import { stateSteps } from '@/fields/states'

const props = defineProps<{ placeId: string }>()
const at = defineModel<number | null>('at', { required: true })
const { place, base } = useEdited(toRef(props, 'placeId'))
const adding = ref(false)
const absent = computed(() =>
  (place.value?.appliances ?? []).flatMap((a, i) => (a.state === 'comes' ? stateSteps(`${base.value}/appliances/${i}`, { state: 'stays' }) : [])),
)

function kind(value: string): string {
  return APPLIANCE_KINDS.find((k) => k.value === value)?.words ?? value
}
</script>

<template>
  <section v-if="place" class="taken" aria-label="What it takes">
    <header>
      <h2 class="cap">What {{ place.name }} takes</h2>
      <span class="acts">
        <AllThere what="All of it is there already" :steps="absent" />
        <v-btn @click="adding = true">Add an appliance</v-btn>
      </span>
    </header>
    <table v-if="place.appliances.length">
      <thead><tr class="narrow"><th>Appliance</th><th>Kind</th><th class="right">Nameplate</th><th>Remarks</th></tr></thead>
      <tbody>
        <tr v-for="(a, i) in place.appliances" :key="a.id" :class="{ at: i === at }" @click="at = i === at ? null : i">
          <td><v-btn variant="text" :aria-pressed="i === at">{{ a.name }}</v-btn></td>
          <td class="narrow quiet">{{ kind(a.kind) }}</td>
          <td class="mono right">{{ nameplateText(a) }}</td>
          <td class="narrow quiet">{{ remarks(a) }}</td>
        </tr>
      </tbody>
    </table>
    <ApplianceTicks v-else :place-id="placeId" />
    <AddAppliance v-model="adding" :place-id="placeId" @added="(i) => (at = i)" />
  </section>
</template>

<style scoped>
.taken { padding: 10px 14px; }
header { display: flex; justify-content: space-between; align-items: center; margin-bottom: 4px; }
.acts { display: flex; flex-wrap: wrap; gap: 8px; }
table { width: 100%; border-collapse: collapse; }
th { text-align: left; font-size: 14px; font-weight: 500; color: var(--quiet); border-bottom: 1px solid var(--ink); padding: 1px 6px 1px 0; }
td { border-bottom: 1px solid var(--rule); padding: 3px 6px 3px 0; }
td.narrow { font-size: 15px; }
.right { text-align: right; padding-right: 16px; white-space: nowrap; }
td.mono { font-size: 13px; }
tbody tr { cursor: pointer; }
tbody tr:hover { background: var(--soft); }
tr.at td { background: var(--soft); font-weight: 600; }
</style>
