<script setup lang="ts">
/** How far something is that goes on by itself. */
defineProps<{ label: string; done: number; total: number }>()
</script>

<template>
  <div
    class="h-1.5 overflow-hidden rounded-full bg-well"
    role="progressbar"
    :aria-label="label"
    aria-valuemin="0"
    :aria-valuemax="total"
    :aria-valuenow="done"
  >
    <div class="h-full rounded-full bg-act" :style="{ width: `${(100 * done) / Math.max(1, total)}%` }" />
  </div>
</template>
