<script setup lang="ts">
defineProps<{ title: string; detail?: string }>()
</script>

<template>
  <header class="flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3.5 py-2">
    <h1 class="serif text-name font-medium tracking-[-0.2px]">{{ title }}</h1>
    <p v-if="detail" class="text-ink-2">{{ detail }}</p>
    <slot />
  </header>
</template>
