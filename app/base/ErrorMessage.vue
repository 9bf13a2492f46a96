<script setup lang="ts">
import { CircleAlert } from '@lucide/vue'

defineProps<{ message: string }>()
</script>

<template>
  <p v-if="message" class="flex gap-1.5 text-small text-bad" role="alert">
    <CircleAlert :size="15" class="mt-px shrink-0" aria-hidden="true" />
    <span>{{ message }}</span>
  </p>
</template>
