<script setup lang="ts">
defineProps<{ title: string; detail: string }>()
</script>

<template>
  <div class="mx-auto max-w-[38ch] px-4 py-14 text-center">
    <p class="serif text-[19px] leading-snug font-medium">{{ title }}</p>
    <p class="mt-1.5 text-ink-2">{{ detail }}</p>
    <div v-if="$slots.default" class="mt-4 flex justify-center gap-2"><slot /></div>
  </div>
</template>
