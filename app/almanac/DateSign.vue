<script setup lang="ts">
import { CalendarDays, Flag, Hourglass, Lightbulb, Rocket, Sprout, Store, Sun } from '@lucide/vue'
import type { DateKind } from '#shared/almanac/types'

/** The sign of a date of the almanac, by its kind. */
withDefaults(defineProps<{ kind: DateKind; size?: number }>(), { size: 14 })
const SIGNS: Record<DateKind, typeof Flag> = {
  holiday: Flag,
  observance: Sun,
  day: Sprout,
  launch: Rocket,
  fair: Store,
  deadline: Hourglass,
  prompt: Lightbulb,
  calendar: CalendarDays,
}
</script>

<template>
  <component :is="SIGNS[kind]" :size="size" class="shrink-0" aria-hidden="true" />
</template>
