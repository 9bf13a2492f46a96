<script setup lang="ts">
import { ChevronDown, ChevronUp } from '@lucide/vue'

/** Moves one of a list up or down by a place. */
defineProps<{ earlier: string; later: string; at: number; of: number }>()
const emit = defineEmits<{ move: [by: 1 | -1] }>()
</script>

<template>
  <ToolButton :label="earlier" :disabled="at === 0" @click="emit('move', -1)">
    <ChevronUp :size="15" aria-hidden="true" />
  </ToolButton>
  <ToolButton :label="later" :disabled="at === of - 1" @click="emit('move', 1)">
    <ChevronDown :size="15" aria-hidden="true" />
  </ToolButton>
</template>
