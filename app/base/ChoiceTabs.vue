<script setup lang="ts" generic="T extends string">
/** One of several lists, each with how many it holds; null while that is not known. */
defineProps<{ label: string; choices: { value: T; label: string; count: number | null }[] }>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
  <div class="flex flex-wrap gap-1" role="group" :aria-label="label">
    <button
      v-for="choice in choices"
      :key="choice.value"
      type="button"
      class="rounded-full px-3 py-[5px] text-small font-medium whitespace-nowrap"
      :class="chosen === choice.value ? 'bg-ink text-sheet' : 'text-ink-2 hover:text-ink'"
      :aria-pressed="chosen === choice.value"
      @click="chosen = choice.value"
    >
      {{ choice.label }}
      <span v-if="choice.count !== null" :class="chosen === choice.value ? '' : 'text-ink-3'">{{
        choice.count
      }}</span>
    </button>
  </div>
</template>
