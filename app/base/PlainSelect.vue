<script setup lang="ts" generic="T extends string">
/** A choice above a list, with its options within. */
defineProps<{ label: string }>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
  <select
    v-model="chosen"
    :aria-label="label"
    class="rounded border border-rule bg-sheet px-1.5 py-1 text-small text-ink-2"
  >
    <slot />
  </select>
</template>
