<script setup lang="ts">
defineProps<{ mark: string; ink: number; small?: boolean }>()
</script>

<template>
  <span
    class="serif grid shrink-0 place-items-center rounded-full font-semibold text-sheet"
    :class="small ? 'size-[22px] text-small' : 'size-[30px] text-[15px]'"
    :style="{ background: ink === 1 ? 'var(--ink)' : `var(--pillar-${ink})` }"
    aria-hidden="true"
    >{{ mark }}</span
  >
</template>
