<script setup lang="ts">
import type { PacketReply } from '@/api/types'

/** What the sheets say otherwise than those of the last packet. */
defineProps<{ packet: PacketReply }>()
</script>

<template>
  <section v-if="packet.issued.length" aria-label="Changed">
    <h2 class="cap">Changed since {{ packet.issued.at(-1)?.letter }}</h2>
    <p v-if="!packet.changes.length" class="narrow quiet">Nothing on the sheets that go out.</p>
    <ul>
      <li v-for="(c, i) in packet.changes" :key="i" class="narrow">
        <span class="mono">{{ c.number }}</span> <template v-if="c.was && c.now"><s class="quiet">{{ c.was }}</s> → {{ c.now }}</template><template v-else-if="c.now">{{ c.now }}: new</template><template v-else><s>{{ c.was }}</s>: no more</template>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section { padding: 6px 14px 20px; }
ul { list-style: none; margin: 4px 0; padding: 0; }
li { margin: 5px 0; padding-left: 10px; border-left: 3px solid var(--caution); font-size: 15.5px; }
.mono { font-size: 12.5px; }
p { font-size: 15.5px; }
</style>
