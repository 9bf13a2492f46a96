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
const dates = computed(() => schedule.ribbon?.dates ?? [])
</script>

<template>
  <section v-if="dates.length > 0" :aria-label="labels.onDay">
    <h2 class="part-name flex items-baseline justify-between">
      {{ labels.onDay }}
      <NuxtLink to="/almanac" class="text-small font-semibold text-act underline-offset-2 hover:underline">{{
        labels.title
      }}</NuxtLink>
    </h2>
    <ul class="mt-1 divide-y divide-rule">
      <li
        v-for="one in dates"
        :key="`${one.date} ${one.of} ${one.title} ${one.before}`"
        class="flex items-start gap-2 py-1.5"
      >
        <DateSign :kind="one.kind" class="mt-[3px]" :class="one.isClosed ? 'text-bad' : 'text-ink-3'" />
        <div class="min-w-0 grow">
          <p class="font-medium wrap-anywhere">{{ titleOf(one) }}</p>
          <p class="text-small text-ink-3">
            {{ times.dateMonth(one.date)
            }}<template v-if="one.posts > 0"> · {{ labels.posts(one.posts) }}</template>
          </p>
        </div>
        <NuxtLink
          v-if="brand.canWork"
          :to="writeAt(one)"
          class="min-h-6 text-small font-semibold text-act underline-offset-2 hover:underline"
          :aria-label="labels.writeFor(titleOf(one), times.dateMonth(one.date))"
          >{{ labels.write }}</NuxtLink
        >
      </li>
    </ul>
  </section>
</template>
