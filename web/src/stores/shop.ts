import { defineStore } from 'pinia'
import { ref } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { BreakerItem, CatalogueItem, ListImport, PanelItem, PriceItem, Problem, Quote, SpoolItem, DurationItem, VanItem } from '@/api/types'
import { useTurns } from './sent/turns'

export type ListName = 'catalogue' | 'prices' | 'panels' | 'breakers' | 'spools' | 'van' | 'durations'

/** The shop's own lists, each saved whole. */
export const useShop = defineStore('shop', () => {
  const catalogue = ref<CatalogueItem[]>([])
  const prices = ref<PriceItem[]>([])
  const panels = ref<PanelItem[]>([])
  const breakers = ref<BreakerItem[]>([])
  const spools = ref<SpoolItem[]>([])
  const van = ref<VanItem[]>([])
  const durations = ref<DurationItem[]>([])
  const notice = ref('')
  const settled = ref(0)
  const problems = ref<Problem[]>([])
  const asked = ref<Quote | null>(null)
  const imported = ref<ListImport | null>(null)

  // Saves wait for one another, so that each starts from what the one before left.
  const inTurn = useTurns()

  async function attempt(work: () => Promise<void>): Promise<boolean> {
    notice.value = ''
    problems.value = []
    try {
      await work()
      return true
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      notice.value = error.message
      problems.value = error.problems
      return false
    } finally {
      settled.value += 1
    }
  }

  const load = () =>
    attempt(async () => {
      const [items, priced, boards, devices, wire, there, takes] = await Promise.all([
        answered(api.GET('/api/shop/catalogue')), answered(api.GET('/api/shop/prices')),
        answered(api.GET('/api/shop/panels')), answered(api.GET('/api/shop/breakers')),
        answered(api.GET('/api/shop/spools')), answered(api.GET('/api/shop/van')),
        answered(api.GET('/api/shop/durations')),
      ]) // prettier-ignore
      catalogue.value = items.items
      prices.value = priced.items
      panels.value = boards.items
      breakers.value = devices.items
      spools.value = wire.items
      van.value = there.items
      durations.value = takes.items
    })

  const changeCatalogue = (change: (items: CatalogueItem[]) => CatalogueItem[]) =>
    inTurn(() => attempt(async () => {
      const items = change(catalogue.value)
      catalogue.value = (await answered(api.PUT('/api/shop/catalogue', { body: { items } }))).items
    }))

  const changePrices = (change: (items: PriceItem[]) => PriceItem[]) =>
    inTurn(() => attempt(async () => {
      const items = change(prices.value)
      prices.value = (await answered(api.PUT('/api/shop/prices', { body: { items } }))).items
    }))

  const changePanels = (change: (items: PanelItem[]) => PanelItem[]) =>
    inTurn(() => attempt(async () => {
      const items = change(panels.value)
      panels.value = (await answered(api.PUT('/api/shop/panels', { body: { items } }))).items
    }))

  const changeBreakers = (change: (items: BreakerItem[]) => BreakerItem[]) =>
    inTurn(() => attempt(async () => {
      const items = change(breakers.value)
      breakers.value = (await answered(api.PUT('/api/shop/breakers', { body: { items } }))).items
    }))

  const changeSpools = (change: (items: SpoolItem[]) => SpoolItem[]) =>
    inTurn(() => attempt(async () => {
      const items = change(spools.value)
      spools.value = (await answered(api.PUT('/api/shop/spools', { body: { items } }))).items
    }))

  const changeVan = (change: (items: VanItem[]) => VanItem[]) =>
    inTurn(() => attempt(async () => {
      const items = change(van.value)
      van.value = (await answered(api.PUT('/api/shop/van', { body: { items } }))).items
    }))

  const changeDurations = (change: (items: DurationItem[]) => DurationItem[]) =>
    inTurn(() => attempt(async () => {
      const items = change(durations.value)
      durations.value = (await answered(api.PUT('/api/shop/durations', { body: { items } }))).items
    }))

  const importCsv = (list: ListName, file: File) => inTurn(() => importNow(list, file))
  const ask = () => inTurn(askNow)

  async function importNow(list: ListName, file: File) {
    imported.value = null
    const taken = await attempt(async () => {
      imported.value = await answered(
        api.POST('/api/shop/{list_name}/import', {
          params: { path: { list_name: list } },
          body: file as never,
          bodySerializer: (body) => body as never,
          headers: { 'Content-Type': 'text/csv' },
        }),
      )
    })
    if (taken) await load()
  }

  async function askNow() {
    asked.value = null
    const answeredBy = await attempt(async () => {
      asked.value = await answered(api.POST('/api/shop/prices/ask'))
    })
    if (answeredBy) await load()
  }

  return { asked, ask, catalogue, prices, panels, breakers, spools, van, durations, notice, settled, problems, imported, load, changeCatalogue, changePrices, changePanels, changeBreakers, changeSpools, changeVan, changeDurations, importCsv }
})
