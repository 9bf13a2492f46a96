<script setup lang="ts">
import { Eye, Quote, Scissors } from '@lucide/vue'
import type { Selected } from '~/base/useSelectedText'
import * as words from '#shared/words'

defineProps<{ selected: Selected }>()
const emit = defineEmits<{ quote: []; clip: []; watch: [] }>()
const labels = words.wire.sheet
const button = 'flex items-center gap-1.5 rounded px-2 py-1 font-semibold hover:bg-well'
</script>

<template>
  <!-- Pressing must not take the selection away. -->
  <div
    class="fixed z-30 flex -translate-x-1/2 gap-0.5 rounded-md border border-rule bg-sheet p-1 text-small shadow-(--lift)"
    :style="{
      top: `min(${selected.top + 6}px, calc(100vh - 112px))`,
      left: `clamp(110px, ${selected.left}px, calc(100vw - 110px))`,
    }"
    role="toolbar"
    :aria-label="labels.withSelected"
    @mousedown.prevent
  >
    <button type="button" :class="button" @click="emit('quote')">
      <Quote :size="14" aria-hidden="true" />{{ labels.quote }} <KeyHint name="q" />
    </button>
    <button type="button" :class="button" @click="emit('clip')">
      <Scissors :size="14" aria-hidden="true" />{{ labels.clipQuote }}
    </button>
    <button type="button" :class="button" @click="emit('watch')">
      <Eye :size="14" aria-hidden="true" />{{ labels.watchThese }}
    </button>
  </div>
</template>
