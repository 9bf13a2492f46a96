<script setup lang="ts">
defineProps<{ title: string; intro: string }>()
</script>

<template>
  <header class="flex flex-wrap items-end justify-between gap-3 px-6 pt-5 pb-4">
    <div>
      <h2 class="serif text-name font-medium tracking-[-0.2px]">{{ title }}</h2>
      <p class="mt-0.5 max-w-[70ch] text-ink-2">{{ intro }}</p>
    </div>
    <slot />
  </header>
</template>
