<script setup lang="ts">
defineProps<{ label: string; value: boolean; hint?: string }>()
const emit = defineEmits<{ change: [value: boolean] }>()
</script>

<template>
  <label class="switch narrow" :title="hint">
    <input type="checkbox" :checked="value" @change="emit('change', ($event.target as HTMLInputElement).checked)" />
    <span>{{ label }}</span>
  </label>
</template>

<style scoped>
.switch { display: flex; gap: 7px; align-items: center; padding: 2px 0; font-size: 15px; cursor: pointer; }
input { accent-color: var(--ink); margin: 0; }
</style>
