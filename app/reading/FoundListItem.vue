<script setup lang="ts">
import type { FoundArticle } from '#shared/reading/types'
import * as words from '#shared/words'
import MarkedText from '~/articles/MarkedText.vue'

defineProps<{ row: FoundArticle; current: boolean }>()
const times = useTimes()
</script>

<template>
  <li :class="current ? 'bg-paper shadow-[inset_3px_0_0_var(--act)]' : ''">
    <NuxtLink
      :to="{ path: '/wire', query: { show: 'all', article: row.id } }"
      class="block px-4 py-2.5 hover:bg-paper"
      :data-found="row.id"
    >
      <span class="serif line-clamp-2 text-headline font-medium" dir="auto"
        ><MarkedText :text="row.title" :forms="row.found"
      /></span>
      <span class="mt-0.5 line-clamp-2 text-ink-2" dir="auto"
        ><MarkedText :text="row.summary" :forms="row.found"
      /></span>
      <span class="mt-0.5 block truncate text-small text-ink-3">
        <span class="font-medium text-ink-2">{{ row.outlet }}</span> ·
        <time :datetime="row.at" :title="times.exact(row.at)">{{ times.dayMonth(row.at) }}</time>
        <template v-if="row.state !== 'new'"> · {{ words.wire.stateNames[row.state] }}</template>
      </span>
    </NuxtLink>
  </li>
</template>
