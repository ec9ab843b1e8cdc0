import { defineStore } from 'pinia'
import { ref } from 'vue'

import { answered, api, Refused } from '@/api/client'
import type { CatalogueItem, ListImport, PriceItem, Problem, Quote } from '@/api/types'

export type ListName = 'catalogue' | 'prices'

/** The shop's own lists, each saved whole. */
export const useShop = defineStore('shop', () => {
  const catalogue = ref<CatalogueItem[]>([])
  const prices = ref<PriceItem[]>([])
  const notice = ref('')
  const problems = ref<Problem[]>([])
  const asked = ref<Quote | null>(null)
  const imported = ref<ListImport | null>(null)

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
    }
  }

  const load = () =>
    attempt(async () => {
      const [items, priced] = await Promise.all([answered(api.GET('/api/shop/catalogue')), answered(api.GET('/api/shop/prices'))])
      catalogue.value = items.items
      prices.value = priced.items
    })

  const saveCatalogue = (items: CatalogueItem[]) =>
    attempt(async () => {
      catalogue.value = (await answered(api.PUT('/api/shop/catalogue', { body: { items } }))).items
    })

  const savePrices = (items: PriceItem[]) =>
    attempt(async () => {
      prices.value = (await answered(api.PUT('/api/shop/prices', { body: { items } }))).items
    })

  async function importCsv(list: ListName, file: File) {
    imported.value = null
    await attempt(async () => {
      imported.value = await answered(
        api.POST('/api/shop/{list_name}/import', {
          params: { path: { list_name: list } },
          body: file as never,
          bodySerializer: (body) => body as never,
          headers: { 'Content-Type': 'text/csv' },
        }),
      )
    })
    await load()
  }

  async function ask() {
    asked.value = null
    await attempt(async () => {
      asked.value = await answered(api.POST('/api/shop/prices/ask'))
    })
    await load()
  }

  return { asked, ask, catalogue, prices, notice, problems, imported, load, saveCatalogue, savePrices, importCsv }
})
