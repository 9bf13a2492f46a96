<script setup lang="ts" generic="T extends string">
/** One of a few ways to see the same thing. */
defineProps<{ label: string; choices: { value: T; label: string }[] }>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
  <div class="flex items-center gap-1" role="group" :aria-label="label">
    <PlainButton
      v-for="choice in choices"
      :key="choice.value"
      :class="chosen === choice.value ? 'border-edge bg-well' : ''"
      :aria-pressed="chosen === choice.value"
      @click="chosen = choice.value"
      >{{ choice.label }}</PlainButton
    >
  </div>
</template>
