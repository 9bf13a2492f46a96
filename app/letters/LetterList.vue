<script setup lang="ts">
import type { LetterView } from '#shared/letters/types'
import * as words from '#shared/words'

/** The last letters, and what became of each. */
defineProps<{ letters: LetterView[] }>()
const labels = words.letters
const times = useTimes()
</script>

<template>
  <section class="grid gap-1.5">
    <h3 class="text-small font-semibold text-ink-2">{{ labels.last }}</h3>
    <p v-if="letters.length === 0" class="text-small text-ink-3">{{ labels.none }}</p>
    <ul v-else class="divide-y divide-rule border-y border-rule">
      <li v-for="letter in letters" :key="letter.id" class="grid gap-0.5 py-2">
        <p class="flex items-baseline justify-between gap-3">
          <span class="min-w-0 truncate font-semibold" dir="auto">{{
            letter.subject || labels.noSubject
          }}</span>
          <time
            :datetime="letter.at"
            :title="times.exact(letter.at)"
            class="shrink-0 text-small text-ink-3"
            >{{ times.ago(letter.at) }}</time
          >
        </p>
        <p class="text-small wrap-anywhere" :class="letter.state === 'failed' ? 'text-bad' : 'text-ink-2'">
          {{ letter.state === 'waiting' ? labels.waits : letter.message }}
        </p>
        <p v-if="letter.clippingId || letter.postId" class="flex gap-4 text-small font-semibold text-act">
          <NuxtLink
            v-if="letter.clippingId"
            :to="{ path: '/clippings', query: { clipping: letter.clippingId } }"
            >{{ labels.clipping }}</NuxtLink
          >
          <NuxtLink v-if="letter.postId" :to="`/desk/${letter.postId}`">{{ labels.post }}</NuxtLink>
        </p>
      </li>
    </ul>
  </section>
</template>
