<script setup lang="ts">
defineProps<{ open: boolean; title: string; detail: string; yes: string; no: string; busy?: boolean }>()
const emit = defineEmits<{ yes: []; no: [] }>()
</script>

<template>
  <SideDialog :open="open" :title="title" place="middle" @close="emit('no')">
    <p>{{ detail }}</p>
    <template #actions>
      <PlainButton kind="bad" :busy="busy" @click="emit('yes')">{{ yes }}</PlainButton>
      <PlainButton @click="emit('no')">{{ no }}</PlainButton>
    </template>
  </SideDialog>
</template>
