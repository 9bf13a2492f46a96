<script setup lang="ts">
import type { ArticleFull } from '#shared/reading/types'
import type { PostDoc } from '#shared/posts/types'
import * as words from '#shared/words'
import { addDays, instantOf } from '~/base/localTime'
import { useDaysNamed } from './useDaysNamed'

/** Ends that a post may have: the days its article names, and as long as posts of its pillar usually hold. */
const props = defineProps<{
  doc: PostDoc
  article: ArticleFull | null
  /** When it would go out first; null where that is not known. */
  firstAt: string | null
}>()
const emit = defineEmits<{ take: [at: string] }>()
const labels = words.writing.goodUntilOffers
const brand = useBrandStore()
const clock = useClockStore()
const times = useTimes()
const named = useDaysNamed(() => props.article)
const pillar = computed(() => brand.view?.pillars.find(({ id }) => id === props.doc.pillarId) ?? null)
const offers = computed(() => [
  ...named.value.map(({ text, until }) => ({
    date: until,
    label: labels.until(times.dateMonth(until)),
    reason: labels.named(text),
  })),
  ...(pillar.value?.goodDays ? [usualOf(pillar.value.name, pillar.value.goodDays)] : []),
])
function usualOf(name: string, days: number) {
  const date = addDays(times.moment(props.firstAt ? Date.parse(props.firstAt) : clock.now).date, days)
  return { date, label: labels.until(times.dateMonth(date)), reason: labels.usual(days, name) }
}
function take(date: string): void {
  emit('take', instantOf(date, '23:59', brand.view?.brand.zone ?? 'UTC'))
}
</script>

<template>
  <ul
    v-if="doc.goodUntil === null && offers.length > 0"
    class="pb-[7px] text-tiny"
    :aria-label="labels.title"
  >
    <li
      v-for="offer in offers"
      :key="`${offer.date} ${offer.reason}`"
      class="flex flex-wrap items-baseline gap-x-1.5"
    >
      <button
        type="button"
        class="min-h-6 shrink-0 font-semibold text-act underline-offset-2 hover:underline"
        @click="take(offer.date)"
      >
        {{ offer.label }}
      </button>
      <span class="text-ink-3">{{ offer.reason }}</span>
    </li>
  </ul>
</template>
