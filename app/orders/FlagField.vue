<script setup lang="ts">
/** One thing that is so, or not. */
defineProps<{ label: string }>()
const isSo = defineModel<boolean>({ required: true })
</script>

<template>
  <label class="flex min-h-6 items-start gap-2"
    ><input v-model="isSo" type="checkbox" class="mt-[3px] accent-(--act)" />{{ label }}</label
  >
</template>
