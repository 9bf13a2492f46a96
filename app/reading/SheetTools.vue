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
</script>

<template>
  <div class="-mt-1 flex shrink-0 max-column:-mt-2" role="group" :aria-label="labels.tools">
    <ToolButton :label="words.keys.previous" :disabled="wire.index <= 0" @click="wire.step(-1)">
      <ChevronUp :size="16" aria-hidden="true" />
    </ToolButton>
    <ToolButton :label="words.keys.next" :disabled="wire.index >= wire.rows.length - 1" @click="wire.step(1)">
      <ChevronDown :size="16" aria-hidden="true" />
    </ToolButton>
    <ToolButton :label="labels.smaller" :disabled="isSmallest" @click="resize(-1)">
      <AArrowDown :size="16" aria-hidden="true" />
    </ToolButton>
    <ToolButton :label="labels.larger" :disabled="isLargest" @click="resize(1)">
      <AArrowUp :size="16" aria-hidden="true" />
    </ToolButton>
    <ToolButton
      v-if="article.url"
      :label="labels.original"
      :href="session.outside(article.url)"
      @click="wire.markOpened(article.id, true)"
    >
      <ExternalLink :size="15" aria-hidden="true" />
    </ToolButton>
  </div>
</template>
