<script setup lang="ts">
/** What of a file could not be used: places in it, and rows that were refused. */
defineProps<{
  title: string
  inLine: (line: number) => string
  problems: { line: number; message: string }[]
  failed: { title: string | null; url: string; message: string }[]
  /** How many were refused, of which `failed` are the first. */
  refused: number
  more: (count: number) => string
}>()
</script>

<template>
  <details v-if="problems.length + refused > 0">
    <summary class="cursor-pointer text-small font-semibold text-ink-2">
      {{ title }} ({{ problems.length + refused }})
    </summary>
    <ul class="mt-1 max-h-[220px] overflow-y-auto text-small">
      <li v-for="problem in problems" :key="`${problem.line} ${problem.message}`" class="py-1 wrap-anywhere">
        <b class="font-semibold">{{ inLine(problem.line) }}</b> {{ problem.message }}
      </li>
      <li v-for="item in failed" :key="item.url" class="py-1 wrap-anywhere">
        <b class="font-semibold">{{ item.title ?? item.url }}</b> {{ item.message }}
      </li>
      <li v-if="failed.length < refused" class="py-1 text-ink-2">{{ more(refused - failed.length) }}</li>
    </ul>
  </details>
</template>
