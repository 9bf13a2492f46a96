<script setup lang="ts">
defineProps<{
  /** The key as it is written on it. */
  name: string
  /** Whether it stands on the act colour. */
  onAct?: boolean
}>()
</script>

<template>
  <kbd
    class="rounded border border-b-2 px-1 font-sans text-tiny font-semibold max-column:hidden"
    :class="onAct ? 'border-current/40 text-on-act' : 'border-rule bg-sheet text-ink-2'"
    aria-hidden="true"
    >{{ name }}</kbd
  >
</template>
