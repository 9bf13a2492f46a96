<script setup lang="ts">
import type { AlmanacDate } from '#shared/almanac/types'
import * as words from '#shared/words'
import DateSign from './DateSign.vue'
import { useAlmanacDays } from './useAlmanacDays'

/** What the almanac has on a day, in a small space: the first of it, and how much more. */
const props = defineProps<{ date: string; dates: AlmanacDate[]; signOnly?: boolean }>()
const { titleOf, lineOf } = useAlmanacDays()
const first = computed(() => props.dates[0])
</script>

<template>
  <span
    v-if="first"
    class="inline-flex min-w-0 items-center gap-1 text-tiny leading-4"
    :class="first.isClosed ? 'text-bad' : 'text-ink-2'"
    :title="lineOf(date, dates)"
  >
    <DateSign :kind="first.kind" :size="11" />
    <span v-if="signOnly" class="sr-only">{{ lineOf(date, dates) }}</span>
    <template v-else>
      <span class="truncate">{{ titleOf(first) }}</span>
      <span v-if="dates.length > 1" class="shrink-0">{{ words.almanac.more(dates.length - 1) }}</span>
    </template>
  </span>
</template>
