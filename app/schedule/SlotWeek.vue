<script setup lang="ts">
import * as words from '#shared/words'
import type { PlannedSlot } from './timetables'

const props = defineProps<{ slots: PlannedSlot[] }>()
const week = computed(() =>
  words.account.shortDays.map((day, at) => ({
    day,
    times: props.slots.filter((slot) => slot.weekday === at + 1).map((slot) => slot.time),
  })),
)
</script>

<template>
  <dl class="grid grid-cols-7 gap-x-2 text-tiny text-ink-2 max-column:grid-cols-4">
    <div v-for="weekday in week" :key="weekday.day">
      <dt class="font-semibold">{{ weekday.day }}</dt>
      <dd v-for="time in weekday.times" :key="time">{{ time }}</dd>
      <dd v-if="weekday.times.length === 0" class="text-ink-3">{{ words.account.emptyDay }}</dd>
    </div>
  </dl>
</template>
