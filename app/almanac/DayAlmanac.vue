<script setup lang="ts">
import * as words from '#shared/words'
import { useScheduleStore } from '~/schedule/scheduleStore'
import DateSign from './DateSign.vue'
import { useAlmanacDays } from './useAlmanacDays'

/** What the almanac has in the next seven days, each with the way to a post for it. */
const labels = words.almanac
const schedule = useScheduleStore()
const brand = useBrandStore()
const times = useTimes()
const { titleOf, writeAt } = useAlmanacDays()
/** Rows shown; what comes behind them stands in the Almanac. */
const MOST = 6
const dates = computed(() => schedule.ribbon?.dates ?? [])
</script>

<template>
  <section v-if="dates.length > 0" :aria-label="labels.onDay">
    <h2 class="part-name">{{ labels.onDay }}</h2>
    <ul class="divide-y divide-rule">
      <li
        v-for="one in dates.slice(0, MOST)"
        :key="`${one.date} ${one.of} ${one.title} ${one.before}`"
        class="flex items-center gap-3 py-2"
      >
        <DateSign :kind="one.kind" :class="one.isClosed ? 'text-bad' : 'text-ink-3'" />
        <p class="min-w-0 grow wrap-anywhere">
          {{ titleOf(one) }}
          <span class="text-small text-ink-3">
            {{ times.dateMonth(one.date)
            }}<template v-if="one.posts > 0"> · {{ labels.posts(one.posts) }}</template>
          </span>
        </p>
        <PlainButton
          v-if="brand.canWork"
          class="shrink-0"
          :to="writeAt(one)"
          :aria-label="labels.writeFor(titleOf(one), times.dateMonth(one.date))"
          >{{ labels.write }}</PlainButton
        >
      </li>
    </ul>
    <NuxtLink
      v-if="dates.length > MOST"
      to="/almanac"
      class="text-small font-semibold text-act underline-offset-2 hover:underline"
      >{{ labels.moreAhead(dates.length - MOST) }}</NuxtLink
    >
  </section>
</template>
