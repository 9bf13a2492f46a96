<script setup lang="ts">
import * as words from '#shared/words'
import { useScheduleStore } from '~/schedule/scheduleStore'

const labels = words.day
const brand = useBrandStore()
const schedule = useScheduleStore()
const times = useTimes()
const rows = computed(() => {
  const { onDesk = 0 } = brand.view ?? {}
  const week = schedule.ribbon
  return [
    ...(onDesk > 0 ? [{ text: labels.onDesk(onDesk), to: '/desk', action: labels.toDesk }] : []),
    ...(week?.firstOpenAt
      ? [
          {
            text: labels.openSlots(week.openCount, times.shortDayTime(week.firstOpenAt)),
            to: '/desk/new',
            action: labels.write,
          },
        ]
      : []),
    ...(week?.endsAt
      ? [{ text: labels.lineEnds(times.dayTime(week.endsAt)), to: '/schedule', action: labels.toSchedule }]
      : []),
  ]
})
</script>

<template>
  <section v-if="rows.length > 0" :aria-label="labels.alsoWaiting">
    <h2 class="part-name">{{ labels.alsoWaiting }}</h2>
    <ul class="divide-y divide-rule">
      <li v-for="row in rows" :key="row.to" class="flex items-center justify-between gap-4 py-2">
        <p>{{ row.text }}</p>
        <PlainButton :to="row.to" class="shrink-0">{{ row.action }}</PlainButton>
      </li>
    </ul>
  </section>
</template>
