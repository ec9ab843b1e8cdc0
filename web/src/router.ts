import { ref } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'

import { useEdition } from '@/stores/edition'

/** Every page under its address; a part of a page that is no longer there was replaced by an upgrade. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/jobs' },
    { path: '/jobs', name: 'jobs', component: () => import('@/pages/jobs/JobsPage.vue') },
    { path: '/jobs/:id', redirect: (to) => ({ name: 'span', params: to.params, query: to.query }) },
    { path: '/jobs/:id/span', name: 'span', component: () => import('@/steps/span/SpanPage.vue'), props: true },
    { path: '/jobs/:id/walk', name: 'walk', component: () => import('@/steps/walk/WalkPage.vue'), props: true },
    { path: '/jobs/:id/loads', name: 'loads', component: () => import('@/steps/loads/LoadsPage.vue'), props: true },
    { path: '/jobs/:id/ground', name: 'ground', component: () => import('@/steps/ground/GroundPage.vue'), props: true },
    { path: '/jobs/:id/panels', name: 'panels', component: () => import('@/steps/panels/PanelsPage.vue'), props: true },
    { path: '/jobs/:id/pull', name: 'pull', component: () => import('@/steps/pull/PullPage.vue'), props: true },
    { path: '/jobs/:id/pull/buy', name: 'buy', component: () => import('@/steps/pull/buy/BuyPage.vue'), props: true, meta: { step: 'pull' } },
    { path: '/jobs/:id/day', name: 'day', component: () => import('@/steps/day/DayPage.vue'), props: true },
    { path: '/jobs/:id/test', name: 'test', component: () => import('@/steps/test/TestPage.vue'), props: true },
    { path: '/jobs/:id/packet', name: 'packet', component: () => import('@/steps/packet/PacketPage.vue'), props: true },
    { path: '/jobs/:id/packet/inspection', name: 'inspection', component: () => import('@/steps/packet/InspectionPage.vue'), props: true, meta: { step: 'packet' } },
    { path: '/jobs/:id/what-if', name: 'what-if', component: () => import('@/steps/whatif/WhatIfPage.vue'), props: true },
    { path: '/jobs/:id/rules', name: 'rules', component: () => import('@/steps/rules/RulesPage.vue'), props: true },
    { path: '/logbook', name: 'logbook', component: () => import('@/pages/logbook/LogbookPage.vue') },
    { path: '/jobs/:id/history', name: 'history', component: () => import('@/pages/logbook/HistoryPage.vue'), props: true, meta: { step: 'test' } },
    { path: '/quick/:book?', name: 'quick', component: () => import('@/pages/quick/QuickPage.vue'), props: true },
    { path: '/shop/:list?', name: 'shop', component: () => import('@/pages/shop/ShopPage.vue'), props: true },
    {
      path: '/book/:table?', name: 'book', component: () => import('@/pages/book/BookPage.vue'),
      props: (route) => ({ table: route.params.table || undefined, bookId: route.query.book || undefined }),
    },
    { path: '/:rest(.*)*', redirect: '/jobs' },
  ],
})

/** Where the newest navigation leads, also while its page is still being fetched. */
export const headingTo = ref<string | null>(null)
router.beforeEach((to) => {
  headingTo.value = String(to.name)
})

router.onError((error: Error) => {
  if (/dynamically imported module|Importing a module|Failed to fetch/.test(error.message)) useEdition().partMissing()
  else throw error
})
