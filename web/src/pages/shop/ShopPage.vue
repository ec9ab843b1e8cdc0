<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { BLANK_BREAKER, BLANK_PANEL, BLANK_SPOOL, BREAKER_COLUMNS, PANEL_COLUMNS, SPOOL_COLUMNS, BLANK_VAN, VAN_COLUMNS, BLANK_DURATION, DURATION_COLUMNS } from './boards'
import CatalogueRows from './CatalogueRows.vue'
import ItemRows from './ItemRows.vue'
import PriceRows from './PriceRows.vue'
import { counted } from '@/figures/write'
import { useShop, type ListName } from '@/stores/shop'
import FilePick from '@/fields/FilePick.vue'

const props = defineProps<{ list?: string }>()
const shop = useShop()
const wanted = ref('')
const LISTS = { catalogue: 'Appliances', prices: 'Prices', panels: 'Panels', breakers: 'Breakers', spools: 'Spools', van: 'Van', durations: 'Durations' } as const
const which = computed<ListName>(() => (props.list && props.list in LISTS ? (props.list as ListName) : 'catalogue'))
const SAYS = {
  catalogue: 'Typical nameplates to start from; the plate on the job decides. Any job can take from this list.',
  prices: 'Made-up prices to start from. Lay your supply house’s CSV over them: name, unit, price, dated.',
  panels: 'Made-up panels of real magnitudes; what is marked on the one at hand decides. Panels, As bought, takes from this list.',
  spools: 'Made-up spools to start from, each in its colours; what is in the van is cut first and costs nothing.',
  durations: 'How long work takes in this shop: Day plans by it. A task of the plan can be changed by hand as well.',
  van: 'What is in the van besides wire, by the names of a list of materials: it is taken first. Count it, or lay a CSV over it: name, unit, quantity.',
  breakers: 'Made-up breakers of real magnitudes; a panel takes those that it is marked for.',
} as const

onMounted(() => void shop.load())

function pick(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) void shop.importCsv(which.value, file)
  input.value = ''
}
</script>

<template>
  <section class="shop">
    <header>
      <h1>Shop lists</h1>
      <nav aria-label="Lists">
        <router-link v-for="(title, name) in LISTS" :key="name" :to="{ name: 'shop', params: { list: name } }" class="narrow tab" :class="{ here: name === which }">{{ title }}</router-link>
      </nav>
      <v-text-field v-model="wanted" class="search" placeholder="Find" aria-label="Find in the list" />
      <span class="gap" />
      <v-btn v-if="which === 'prices'" @click="shop.ask()">Ask the supply house</v-btn>
      <FilePick words="CSV in" accept=".csv,text/csv" @pick="pick" />
      <v-btn :href="`/api/shop/${which}.csv`" download>CSV out</v-btn>
    </header>
    <p v-if="shop.notice" class="danger told" role="alert">{{ shop.notice }}<template v-if="shop.problems.length">: {{ shop.problems.map((p) => p.words).join('; ') }}</template></p>
    <p v-if="shop.asked && which === 'prices'" class="told" role="status">
      {{ shop.asked.house }}: {{ counted(shop.asked.quoted, 'price') }} of today<template v-if="shop.asked.unknown.length">; it does not carry {{ shop.asked.unknown.join(', ') }}</template>.
    </p>
    <div v-if="shop.imported" class="told" role="status">
      {{ shop.imported.added }} added, {{ shop.imported.replaced }} replaced.
      <details v-if="shop.imported.broken.length" open>
        <summary class="danger">{{ counted(shop.imported.broken.length, 'row') }} not taken</summary>
        <ul><li v-for="b in shop.imported.broken" :key="b.line">line {{ b.line }}: {{ b.words }}</li></ul>
      </details>
    </div>
    <p class="told quiet narrow">
      {{ SAYS[which] }}
    </p>
    <CatalogueRows v-if="which === 'catalogue'" :wanted="wanted" />
    <PriceRows v-else-if="which === 'prices'" :wanted="wanted" />
    <ItemRows v-else-if="which === 'panels'" what="panel" :wanted="wanted" :items="shop.panels" :columns="PANEL_COLUMNS" :blank="BLANK_PANEL" :change="shop.changePanels" />
    <ItemRows v-else-if="which === 'spools'" what="spool" :wanted="wanted" :items="shop.spools" :columns="SPOOL_COLUMNS" :blank="BLANK_SPOOL" :change="shop.changeSpools" />
    <ItemRows v-else-if="which === 'durations'" what="kind of work" :wanted="wanted" :items="shop.durations" :columns="DURATION_COLUMNS" :blank="BLANK_DURATION" :change="shop.changeDurations" />
    <ItemRows v-else-if="which === 'van'" what="part" :wanted="wanted" :items="shop.van" :columns="VAN_COLUMNS" :blank="BLANK_VAN" :change="shop.changeVan" />
    <ItemRows v-else what="breaker" :wanted="wanted" :items="shop.breakers" :columns="BREAKER_COLUMNS" :blank="BLANK_BREAKER" :change="shop.changeBreakers" />
  </section>
</template>

<style scoped>
.shop { padding: 12px 18px 30px; }
header { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 14px; }
h1 { font-size: 20px; }
.tab { padding: 2px 10px; font-size: 16px; color: var(--ink); text-decoration: none; border-bottom: 2px solid transparent; }
.tab.here { border-color: var(--ink); font-weight: 600; }
.gap { flex: 1; }
.search { width: 180px; }
.told { margin: 8px 0; }
ul { margin: 4px 0; padding-left: 18px; max-height: 160px; overflow-y: auto; }
</style>
