<script setup lang="ts">
import { AArrowDown, AArrowUp, ChevronDown, ChevronUp, ExternalLink } from '@lucide/vue'
import type { ArticleFull } from '#shared/reading/types'
import * as words from '#shared/words'
import { useWireStore } from './wireStore'
import { useReading } from './useReading'

defineProps<{ article: ArticleFull }>()
const wire = useWireStore()
const session = useSessionStore()
const { resize, isSmallest, isLargest } = useReading()
const labels = words.wire.sheet
const tool =
  'grid size-[26px] place-items-center rounded text-ink-2 hover:bg-well hover:text-ink disabled:opacity-40 disabled:hover:bg-transparent'
</script>

<template>
  <div class="-mt-1 flex shrink-0 max-column:-mt-2" role="group" :aria-label="labels.tools">
    <button
      type="button"
      :class="tool"
      :disabled="wire.index <= 0"
      :aria-label="words.keys.previous"
      :title="words.keys.previous"
      @click="wire.step(-1)"
    >
      <ChevronUp :size="16" aria-hidden="true" />
    </button>
    <button
      type="button"
      :class="tool"
      :disabled="wire.index >= wire.rows.length - 1"
      :aria-label="words.keys.next"
      :title="words.keys.next"
      @click="wire.step(1)"
    >
      <ChevronDown :size="16" aria-hidden="true" />
    </button>
    <button
      type="button"
      :class="tool"
      :disabled="isSmallest"
      :aria-label="labels.smaller"
      :title="labels.smaller"
      @click="resize(-1)"
    >
      <AArrowDown :size="16" aria-hidden="true" />
    </button>
    <button
      type="button"
      :class="tool"
      :disabled="isLargest"
      :aria-label="labels.larger"
      :title="labels.larger"
      @click="resize(1)"
    >
      <AArrowUp :size="16" aria-hidden="true" />
    </button>
    <a
      v-if="article.url"
      :href="session.outside(article.url)"
      target="_blank"
      rel="noopener noreferrer"
      :class="tool"
      :aria-label="labels.original"
      :title="labels.original"
      @click="wire.markOpened(article.id, true)"
      ><ExternalLink :size="15" aria-hidden="true"
    /></a>
  </div>
</template>
