<script setup lang="ts">
import { useView } from '@/stores/view'

const view = useView()
const KEYS: [string, string][] = [
  ['1 … 5', 'Walk, Loads, Span, Ground, Panels'],
  ['j  k', 'next and previous run; at Ground, equipment; at Panels, circuit'],
  ['+  -', 'one size up or down, locked'],
  ['l', 'lock or unlock the size'],
  ['w', 'working of the figure in focus'],
  ['f', 'to the findings, and from one to the next'],
  ['Space', 'at Panels: lift a breaker; arrows or a number move it, Space puts it down'],
  ['b  n', 'at Panels: balance; name the circuit'],
  ['t  m', 'at Panels: half of a tandem; share a neutral with the one below'],
  ['u  U', 'undo, redo'],
  ['/  Ctrl-K', 'go to anything'],
  ['?', 'this list'],
]
</script>

<template>
  <v-dialog v-model="view.help" aria-label="Keys" max-width="420">
    <v-card class="card">
      <h2 class="cap">Keys</h2>
      <dl>
        <template v-for="[key, what] in KEYS" :key="key">
          <dt class="mono">{{ key }}</dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card { padding: 18px 20px; }
dl { display: grid; grid-template-columns: 110px 1fr; gap: 7px 10px; margin: 12px 0 0; }
dd { margin: 0; }
</style>
