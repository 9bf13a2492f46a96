<script setup lang="ts">
import * as words from '#shared/words'

const labels = words.frame.nobodyThere
</script>

<template>
  <main class="grid h-full place-items-center">
    <EmptyState :title="labels.title" :detail="labels.detail">
      <PlainButton kind="act" @click="clearError({ redirect: '/wire' })">{{ labels.go }}</PlainButton>
    </EmptyState>
  </main>
</template>
