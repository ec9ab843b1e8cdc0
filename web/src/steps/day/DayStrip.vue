<script setup lang="ts">
import { computed, inject } from 'vue'

import { clock, spell } from './clock'
import { useDragging } from './dragging'
import type { DayPlan, Days } from '@/api/types'
import { deskKey, useDesk } from '@/stores/desk'
import { titled } from '@/stores/words'

/** One day as a strip of hours: people as rows, tasks as bars, the dark hours as a band with its length on it. */
const props = defineProps<{ days: Days; day: number; plan: DayPlan }>()
const chosen = defineModel<string | null>('chosen', { required: true })
const desk = inject(deskKey, useDesk, true)

const here = computed(() => props.days.tasks.filter((t) => t.day === props.day))
const dark = computed(() => props.days.dark.filter((d) => d.day === props.day))
const rows = computed(() => {
  const outside = (who: string, name: string) => (here.value.some((t) => t.task.outside === who) ? [{ key: who, name, tasks: here.value.filter((t) => t.task.outside === who) }] : [])
  const people = props.plan.people.map((name, at) => ({ key: String(at), name, tasks: here.value.filter((t) => t.people.includes(at)) }))
  const nobody = here.value.filter((t) => !t.people.length && !t.task.outside)
  return [...people, ...(nobody.length ? [{ key: 'nobody', name: 'Nobody', tasks: nobody }] : []), ...outside('utility', titled('supplier')), ...outside('inspector', 'Inspector')]
})
// The strip ends with the hour after the last task: what is free after it takes no room.
const ends = computed(() => Math.min(props.plan.evening, 60 * Math.ceil((Math.max(...here.value.map((t) => t.end), props.plan.morning + 60) + 15) / 60)))
const hours = computed(() => Array.from({ length: Math.floor(ends.value / 60) - Math.ceil(props.plan.morning / 60) + 1 }, (_, i) => 60 * (Math.ceil(props.plan.morning / 60) + i)))
const long = computed(() => ends.value - props.plan.morning)
const at = (minute: number) => `${(100 * (minute - props.plan.morning)) / long.value}%`
// A bar for less (minutes) has no room for its name: it is told when the bar is chosen.
const NAMED = 30
const wide = (from: number, to: number) => `${(100 * Math.max(to - from, 4)) / long.value}%`

const { held, cost, grab, drag, drop, letGo, key } = useDragging(desk, () => props.plan, () => props.day, () => long.value, chosen)
const costs = computed(() => {
  if (!held.value?.by) return ''
  if (!cost.value) return '…'
  if (cost.value.dark === null) return 'no plan keeps it there'
  const more = cost.value.dark - props.days.dark_minutes
  return `${cost.value.proved ? '' : 'at most '}${more ? `power off ${more > 0 ? '+' : '−'} ${spell(Math.abs(more))}` : 'power off as long as now'}`
})

// What the work waits for that no hand can hurry: hours in which somebody may come, and dry ones.
const awaited = computed(() => {
  const inspected = props.plan.inspections.filter((v) => v.day === props.day && here.value.some((t) => t.task.id === `inspection/${v.stage}`))
  const comes = props.plan.utility?.day === props.day && here.value.some((t) => ['utility-off', 'utility-on/new'].includes(t.task.id)) ? [props.plan.utility] : []
  return { inspector: inspected, utility: comes } as Partial<Record<string, { earliest: number; latest: number }[]>>
})
const gates = computed(() => here.value.filter((t) => t.task.outside === 'inspector'))
const dryHours = computed(() => {
  const wants = here.value.filter((t) => t.task.dry)
  if (!wants.length) return []
  const said = props.plan.dry.filter((d) => d.day === props.day)
  return said.length ? said.map((d) => ({ ...d, words: 'dry' })) : [{ earliest: Math.min(...wants.map((t) => t.start)), latest: Math.max(...wants.map((t) => t.end)), words: 'wants it dry' }]
})
</script>

<template>
  <div class="strip" role="group" :aria-label="`Day ${day}`">
    <div v-if="dark.length" class="row head">
      <span class="who" />
      <div class="lane"><b v-for="(d, i) in dark" :key="i" class="narrow" :style="{ left: at(d.start), width: wide(d.start, d.end) }">power off {{ spell(d.end - d.start) }}</b></div>
    </div>
    <div v-for="r in rows" :key="r.key" class="row">
      <span class="who narrow">{{ r.name }}</span>
      <div class="lane">
        <i v-for="h in hours" :key="h" class="hour" :style="{ left: at(h) }" />
        <div v-for="(d, i) in dark" :key="i" class="dark" :style="{ left: at(d.start), width: wide(d.start, d.end) }" />
        <div v-for="(d, i) in dark.filter((e) => e.early < e.start)" :key="`e${i}`" class="early" :style="{ left: at(d.early), width: wide(d.early, d.start) }" />
        <i v-for="g in gates" :key="`g${g.task.id}`" class="gate" :style="{ left: at(g.end) }" />
        <div v-for="(v, i) in awaited[r.key] ?? []" :key="`v${i}`" class="awaited" :style="{ left: at(v.earliest), width: wide(v.earliest, v.latest) }" :title="`may come ${clock(v.earliest)} to ${clock(v.latest)}`" />
        <button
          v-for="t in r.tasks" :key="t.task.id" class="task narrow" :class="[t.task.power, t.task.outside, { chosen: t.task.id === chosen, pinned: t.pinned }]"
          :style="{ left: at(t.start + (held?.id === t.task.id ? held.by : 0)), width: wide(t.start, t.end) }" :title="`${t.task.name}, ${clock(t.start)} to ${clock(t.end)}`" :aria-label="`${t.task.name}, ${clock(t.start)} to ${clock(t.end)}; arrow keys move it`" :aria-pressed="t.task.id === chosen"
          @click="chosen = t.task.id" @pointerdown="grab($event, t)" @pointermove="drag($event)" @pointerup="drop(t)" @pointercancel="letGo" @keydown="key($event, t)"
        ><template v-if="t.end - t.start >= NAMED">{{ t.task.name }}</template></button>
        <b v-for="t in r.tasks.filter((e) => e.task.id === held?.id && costs)" :key="`c${t.task.id}`" class="cost mono" :class="{ more: (cost?.dark ?? 0) > days.dark_minutes }" role="status" :style="{ left: at(t.start + (held?.by ?? 0)) }">{{ costs }}</b>
      </div>
    </div>
    <div v-if="dryHours.length" class="row stays">
      <span class="who narrow">Weather</span>
      <div class="lane"><i v-for="(d, k) in dryHours" :key="k" class="dry narrow" :style="{ left: at(d.earliest), width: wide(d.earliest, d.latest) }">{{ d.words }}</i></div>
    </div>
    <div v-for="each in plan.stays_on" :key="each.item" class="row stays">
      <span class="who narrow">{{ each.item }}</span>
      <div class="lane">
        <i class="line" />
        <i v-for="(d, k) in dark" :key="k" class="line" :class="each.fed ? 'fed' : 'cut'" :style="{ left: at(d.early), width: wide(d.early, d.end), right: 'auto' }" :title="each.fed ? 'on the temporary source' : 'off'" />
      </div>
    </div>
    <div class="row scale"><span class="who" /><div class="lane"><span v-for="h in hours" :key="h" class="mono" :style="{ left: at(h) }">{{ ((h / 60 + 11) % 12) + 1 }}</span></div></div>
    <p v-for="(d, i) in dark" :key="i" class="narrow dark-words"><b>power off {{ spell(d.end - d.start) }}</b>, {{ clock(d.start) }} to {{ clock(d.end) }}<template v-if="d.early < d.start"> · perhaps from {{ clock(d.early) }}</template></p>
  </div>
</template>

<style scoped>
.strip { padding: 6px 14px; }
.row { display: grid; grid-template-columns: 92px minmax(0, 1fr); align-items: center; min-height: 44px; border-bottom: 1px solid var(--rule); }
.who { font-weight: 600; font-size: 15.5px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; padding-right: 6px; }
.lane { position: relative; height: 44px; }
.hour { position: absolute; top: 0; bottom: 0; border-left: 1px solid var(--rule); }
.dark { position: absolute; top: 0; bottom: -1px; background: #1f3b34; }
.early { position: absolute; top: 0; bottom: 0; background: repeating-linear-gradient(90deg, transparent 0 4px, var(--rule) 4px 5px); }
.task { position: absolute; top: 6px; height: 32px; padding: 0 3px 0 4px; border: 1px solid var(--ink); background: var(--soft); color: var(--ink); font-size: 13.5px; line-height: 15px; text-align: left; overflow: hidden; cursor: grab; touch-action: none; }
.gate { position: absolute; top: 0; bottom: -1px; border-left: 3px double var(--good); }
.awaited { position: absolute; top: 3px; height: 38px; border: 1px dashed var(--caution); }
.cost { position: absolute; top: 39px; z-index: 3; padding: 1px 6px; background: var(--paper); border: 1px solid var(--ink); font-size: 12.5px; white-space: nowrap; pointer-events: none; }
.cost.more { color: var(--danger); border-color: var(--danger); }
.dry { position: absolute; top: 3px; height: 16px; padding: 0 5px; border: 1px solid var(--good); color: var(--good); font-size: 13px; line-height: 15px; font-style: normal; overflow: hidden; white-space: nowrap; }
.task.off { background: #fffefa; color: #17332d; border-color: #17332d; }
.task.utility { border-color: var(--caution); }
.task.inspector { border-color: var(--good); color: var(--good); background: none; }
.task.pinned { border-left-width: 4px; }
.task.chosen { outline: 2px solid var(--caution); z-index: 1; }
.head, .head .lane, .stays, .stays .lane { min-height: 22px; height: 22px; }
.head { border: 0; }
.head b { position: absolute; bottom: 0; padding: 1px 0; background: #1f3b34; color: #fffefa; font-size: 14px; text-align: center; white-space: nowrap; overflow: hidden; }
.stays { border-bottom-style: dotted; }
.stays .who { font-weight: 400; font-size: 14.5px; }
.line { position: absolute; left: 0; right: 0; top: 10px; height: 3px; background: var(--good); }
.line.fed { background: var(--caution); }
.line.cut { background: var(--paper); border-top: 1px dashed var(--danger); }
.scale { min-height: 20px; border: 0; }
.scale .lane { height: 20px; }
.scale span.mono { position: absolute; transform: translateX(-50%); font-size: 12px; color: var(--quiet); }
.dark-words { margin: 4px 0 0; font-size: 15.5px; }
</style>
