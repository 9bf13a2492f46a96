<script setup lang="ts">
import type { PoolView } from '#shared/evergreens/types'
import * as words from '#shared/words'

/** How far the pools of a pillar go, and which are too small, or have no slot. */
const props = defineProps<{ pools: PoolView[] }>()
const labels = words.evergreens
const brand = useBrandStore()
const times = useTimes()
const pillarOf = (id: string | null): string =>
  brand.view?.pillars.find((pillar) => pillar.id === id)?.name ?? labels.noPillar

interface Note {
  key: string
  text: string
  isWarning: boolean
  to: string
}
const notes = computed(() =>
  props.pools
    .filter(({ accountId }) => brand.view?.accounts.some(({ id }) => id === accountId))
    .map(({ pillarId, accountId, posts, slots, roundDays, restDays, isTooSmall, ...end }): Note => {
      const [pillar, account] = [pillarOf(pillarId), brand.accountName(accountId)]
      const text =
        slots === 0
          ? labels.noSlot(pillar, account)
          : posts === 0 || roundDays === null
            ? labels.emptyPool(pillar, account, slots)
            : isTooSmall
              ? labels.small(pillar, account, posts, slots, roundDays, restDays)
              : labels.round(posts, slots, account, roundDays)
      const isEnding = end.runsOut && slots > 0
      const ending = isEnding
        ? labels.runsOut(pillar, account, end.lastTurnAt ? times.shortDayTime(end.lastTurnAt) : '')
        : ''
      return {
        key: `${pillarId} ${accountId}`,
        text: [text, ending].filter(Boolean).join(' '),
        isWarning: isTooSmall || isEnding || slots === 0 || posts === 0,
        to: slots === 0 ? `/timetable/${accountId}` : '',
      }
    })
    .filter(({ text }) => text !== ''),
)
</script>

<template>
  <ul v-if="notes.length > 0" class="grid gap-0.5 px-3 py-2 text-small">
    <li v-for="one in notes" :key="one.key" :class="one.isWarning ? 'text-warn' : 'text-ink-2'">
      {{ one.text }}
      <NuxtLink v-if="one.to" :to="one.to" class="text-act underline underline-offset-2">{{
        labels.toTimetable
      }}</NuxtLink>
    </li>
  </ul>
</template>
