<script setup lang="ts">
import * as words from '#shared/words'

/** Which kinds of networks can be connected, and where each gives its token. */
const labels = words.account.help
</script>

<template>
  <details class="rounded-md border border-rule bg-paper px-4 py-2 text-small">
    <summary class="min-h-6 cursor-pointer font-semibold">{{ labels.title }}</summary>
    <p class="mt-1.5 max-w-[70ch] text-ink-2">{{ labels.detail }}</p>
    <dl class="mt-2 grid gap-2 pb-1.5">
      <div v-for="kind in labels.kinds" :key="kind.name">
        <dt class="font-semibold">
          {{ kind.name }} <span class="font-normal text-ink-3">{{ kind.address }}</span>
        </dt>
        <dd class="max-w-[70ch] text-ink-2">{{ kind.where }}</dd>
      </div>
    </dl>
  </details>
</template>
