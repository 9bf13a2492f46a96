<script setup lang="ts">
import { mix } from '#core/results/mix'
import * as words from '#shared/words'
import { useScheduleStore } from './scheduleStore'

/**
 * What the coming week is made of: each pillar's part of the posts planned and sent, against the lowest
 * ceiling any account has for it.
 */
const labels = words.ahead
const schedule = useScheduleStore()
const brand = useBrandStore()
const parts = computed(() => {
  const week = schedule.ribbon
  if (!week) return []
  const posts = week.cards
    .filter(({ state }) => state !== 'not-sent')
    .map(({ at, pillarId }) => ({ at, pillar: pillarId }))
  const ceilings: Record<string, number> = {}
  for (const { pillarId, maxShare } of (brand.view?.accounts ?? []).flatMap((account) => account.mix))
    ceilings[pillarId] = Math.min(maxShare, ceilings[pillarId] ?? 1)
  const end = new Date(Date.parse(week.now) + 8 * 86_400_000).toISOString()
  return mix(posts, { now: end, windowDays: 9, ceilings }).filter(
    ({ count, ceiling }) => count > 0 || ceiling !== null,
  )
})
const nameOf = (id: string | null): string =>
  brand.view?.pillars.find((pillar) => pillar.id === id)?.name ?? labels.noPillar
</script>

<template>
  <section v-if="parts.length > 0" :aria-label="labels.shares">
    <h2 class="part-name mb-2">{{ labels.shares }}</h2>
    <div class="flex h-2.5 overflow-hidden rounded-sm bg-well" aria-hidden="true">
      <i
        v-for="part in parts"
        :key="part.pillar ?? ''"
        :style="{ width: `${part.share * 100}%`, background: brand.pillarInk(part.pillar) }"
      />
    </div>
    <ul class="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-small">
      <li v-for="part in parts" :key="part.pillar ?? ''" class="flex items-baseline gap-1.5">
        <i
          class="size-2 rounded-[2px]"
          :style="{ background: brand.pillarInk(part.pillar) }"
          aria-hidden="true"
        />
        {{ nameOf(part.pillar) }} <b class="font-semibold tabular-nums">{{ labels.share(part.share) }}</b>
        <span v-if="part.ceiling !== null" :class="part.share > part.ceiling ? 'text-warn' : 'text-ink-2'">{{
          labels.ceiling(part.ceiling)
        }}</span>
        <span class="text-ink-3">{{ labels.planned(part.count) }}</span>
      </li>
    </ul>
  </section>
</template>
