<script setup lang="ts">
import TextField from '@/fields/TextField.vue'
import { useDesk } from '@/stores/desk'

const open = defineModel<boolean>({ required: true })
const desk = useDesk()

function set(path: string, value: unknown) {
  void desk.edit([{ op: 'add', path, value }])
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Job" max-width="430">
    <v-card v-if="desk.job" class="card">
      <h2 class="cap">Job</h2>
      <TextField label="Name" :value="desk.job.name" pointer="/name" :maxlength="80" @change="(v) => set('/name', v)" />
      <TextField label="Note" :value="desk.job.note" pointer="/note" :rows="3" :maxlength="4000" @change="(v) => set('/note', v)" />
      <div class="acts">
        <v-btn v-if="desk.id" :to="{ name: 'rules', params: { id: desk.id } }" @click="open = false">House rules</v-btn><v-btn variant="flat" @click="open = false">Done</v-btn></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card { padding: 18px 20px; }
.acts { display: flex; justify-content: space-between; margin-top: 14px; }
</style>
