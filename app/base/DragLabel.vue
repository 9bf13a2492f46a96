<script setup lang="ts">
import { dragging } from './dragging'

/**
 * What is dragged follows the pointer by its first words; the thing itself stays in its place until it is let
 * go.
 */
const place = computed(() =>
  dragging.value ? `translate(${dragging.value.at.x + 12}px, ${dragging.value.at.y + 24}px)` : '',
)
</script>

<template>
  <div
    v-if="dragging"
    :class="[
      'serif pointer-events-none fixed top-0 left-0 z-50 max-w-56 truncate rounded-[4px]',
      'border border-act bg-sheet px-2 py-1 text-[13.5px] font-medium shadow-sm',
    ]"
    :style="{ transform: place }"
    aria-hidden="true"
    dir="auto"
  >
    {{ dragging.label }}
  </div>
</template>
