<script setup lang="ts">
import * as words from '#shared/words'

const { isOpen, closeKeys } = useKeysDialog()
const known = useKnownKeys()
const NAMES: Record<string, string> = { ArrowDown: '↓', ArrowUp: '↑', Enter: '↵', Escape: 'Esc' }
const shown = (key: { keys: string[]; command?: boolean }): string[] =>
  key.keys.map((name) => `${key.command ? 'Ctrl ' : ''}${NAMES[name] ?? name}`)
/** One row for each thing that keys do, however many lead to it. */
const rows = computed(() => {
  const found = new Map<string, string[]>()
  for (const key of known.value) found.set(key.message, [...(found.get(key.message) ?? []), ...shown(key)])
  return [...found].map(([message, names]) => ({ message, names }))
})
</script>

<template>
  <SideDialog read-only :open="isOpen" :title="words.keys.title" @close="closeKeys()">
    <p class="mb-3 text-ink-2">{{ words.keys.hint }}</p>
    <dl class="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
      <template v-for="row in rows" :key="row.message">
        <dt class="flex gap-1">
          <kbd
            v-for="name in row.names"
            :key="name"
            class="rounded border border-b-2 border-rule bg-sheet px-1.5 font-sans text-small font-semibold"
            >{{ name }}</kbd
          >
        </dt>
        <dd>{{ row.message }}</dd>
      </template>
    </dl>
    <h3 class="part-name mt-6 mb-2">{{ words.glossary.title }}</h3>
    <dl class="grid gap-2">
      <div v-for="(meaning, word) in words.glossary.words" :key="word">
        <dt class="font-semibold">{{ word }}</dt>
        <dd class="text-ink-2">{{ meaning }}</dd>
      </div>
    </dl>
  </SideDialog>
</template>
