<script setup lang="ts">
import type { ArticleFull } from '#shared/reading/types'
import * as words from '#shared/words'

defineProps<{ article: ArticleFull }>()
const times = useTimes()
const labels = words.wire.sheet
</script>

<template>
  <footer class="mt-6 grid max-w-[66ch] gap-2 border-t border-rule pt-2.5 text-small text-ink-2">
    <p v-if="article.categories.length > 0">{{ labels.categories }} {{ article.categories.join(', ') }}</p>
    <p v-if="article.leftOut">{{ words.wire.leftOut[article.leftOut] }}</p>
    <div v-if="article.shared.length > 0">
      <p class="font-semibold text-ink">{{ labels.shared }}</p>
      <p v-for="sent in article.shared" :key="sent.account + sent.at">
        {{ labels.sharedOn(sent.account, times.dayTime(sent.at)) }}
      </p>
    </div>
    <div v-if="article.source.shared.length > 0">
      <p class="font-semibold text-ink">{{ labels.sharedFrom(article.outlet) }}</p>
      <p v-for="sent in article.source.shared" :key="sent.account + sent.at" class="flex gap-2">
        <span class="min-w-0 grow truncate" dir="auto" :title="sent.title">{{ sent.title }}</span>
        <span class="shrink-0 text-ink-3">{{ labels.sharedOn(sent.account, times.nearDay(sent.at)) }}</span>
      </p>
    </div>
  </footer>
</template>
