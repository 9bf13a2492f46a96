<script setup lang="ts">
import { AlignLeft, BookText, FileText, Film, Image, Newspaper, Quote } from '@lucide/vue'
import type { ClippingKind } from '#shared/clippings/types'
import * as words from '#shared/words'

/** What a clipping is, as a small sign. */
defineProps<{ kind: ClippingKind; size?: number }>()
const ICONS = {
  article: Newspaper,
  page: FileText,
  quote: Quote,
  picture: Image,
  video: Film,
  pdf: BookText,
  words: AlignLeft,
} satisfies Record<ClippingKind, unknown>
</script>

<template>
  <span :title="words.collection.oneKind[kind]" class="inline-flex"
    ><component :is="ICONS[kind]" :size="size ?? 15" aria-hidden="true" /><span class="sr-only">{{
      words.collection.oneKind[kind]
    }}</span></span
  >
</template>
