<script setup lang="ts">
import { Plus } from '@lucide/vue'
import type { OfferedWord, WatchPreview } from '#shared/watches/types'
import * as words from '#shared/words'
import WeeksChart from './WeeksChart.vue'
import WordWorths from './WordWorths.vue'
import MarkedText from '~/articles/MarkedText.vue'

defineProps<{
  look: WatchPreview | null
  offered: OfferedWord[]
  looking: boolean
  failed: string
  ink: number
  days: number
  isStale: boolean
  isEmpty: boolean
}>()
const emit = defineEmits<{ leaveOut: [at: number]; add: [word: string] }>()
const labels = words.watch.look
const times = useTimes()
</script>

<template>
  <section
    :aria-label="labels.title(days)"
    class="grid content-start gap-4 px-5 py-4"
    :class="isStale ? '*:opacity-60' : ''"
    :inert="isStale"
    :aria-busy="looking"
  >
    <header class="flex items-baseline gap-3">
      <h2 class="part-name">{{ labels.title(days) }}</h2>
      <p
        v-if="look && !isEmpty"
        class="serif text-figure leading-none font-medium"
        aria-live="polite"
        data-count
      >
        {{ labels.count(look.count, look.isReckoned) }}
      </p>
      <span v-if="looking" class="text-small text-ink-3">{{ labels.looking }} …</span>
    </header>
    <ErrorMessage v-if="failed" :message="failed" />
    <p v-if="isStale && look" class="-mt-2 text-small text-ink-2">{{ labels.stale }}</p>
    <template v-if="look && !isEmpty">
      <p v-if="look.isReckoned" class="-mt-2 text-small text-ink-2">
        {{ labels.reckoned(look.looked, look.candidates) }}
      </p>
      <div>
        <h3 class="mb-1 text-small font-semibold text-ink-2">{{ labels.weeks }}</h3>
        <WeeksChart :weeks="look.weeks" :ink="ink" />
      </div>
      <div v-if="look.words.length > 0">
        <h3 class="mb-1 text-small font-semibold text-ink-2">{{ labels.words }}</h3>
        <WordWorths :worths="look.words" :count="look.count" @leave-out="emit('leaveOut', $event)" />
      </div>
    </template>
    <EmptyState
      v-else-if="!failed && !looking"
      :title="isStale ? labels.broken.title : labels.begin.title"
      :detail="isStale ? labels.broken.detail : labels.begin.detail"
    />
    <div v-if="offered.length > 0">
      <h3 class="mb-1.5 text-small font-semibold text-ink-2">{{ labels.offered }}</h3>
      <div class="flex flex-wrap gap-1.5">
        <button
          v-for="offer in offered"
          :key="offer.word"
          type="button"
          class="flex items-center gap-1 rounded-[4px] border border-rule px-2 py-0.5 text-small hover:border-edge"
          :aria-label="labels.offer(offer.word, offer.kept)"
          :title="labels.offer(offer.word, offer.kept)"
          @click="emit('add', offer.word)"
        >
          <Plus :size="12" class="text-ink-3" aria-hidden="true" />{{ offer.word }}
          <span class="text-ink-3">{{ offer.kept }}</span>
        </button>
      </div>
    </div>
    <div v-if="look && !isEmpty">
      <h3 v-if="look.articles.length > 0" class="mb-1 text-small font-semibold text-ink-2">
        {{ labels.matches }}
      </h3>
      <EmptyState v-else :title="labels.none.title" :detail="labels.none.detail" />
      <ul class="divide-y divide-rule border-t border-rule">
        <li v-for="row in look.articles" :key="row.id" class="py-2" data-match>
          <NuxtLink
            :to="{ path: '/wire', query: { show: 'all', article: row.id } }"
            class="serif text-[15px] leading-snug font-medium wrap-anywhere hover:text-act"
            dir="auto"
            ><MarkedText :text="row.title || words.wire.noTitle" :forms="row.found"
          /></NuxtLink>
          <p class="truncate text-small text-ink-2">
            <span class="font-medium">{{ row.outlet }}</span> ·
            <time :datetime="row.at" :title="times.exact(row.at)">{{ times.ago(row.at) }}</time> ·
            {{ row.reasons.join('; ') }}
          </p>
        </li>
      </ul>
    </div>
  </section>
</template>
