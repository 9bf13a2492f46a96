<script setup lang="ts">
import * as words from '#shared/words'

const says = words.frame.nobodyThere
</script>

<template>
  <main class="grid h-full place-items-center">
    <EmptyState :title="says.title" :detail="says.detail">
      <PlainButton kind="act" @click="clearError({ redirect: '/wire' })">{{ says.go }}</PlainButton>
    </EmptyState>
  </main>
</template>
