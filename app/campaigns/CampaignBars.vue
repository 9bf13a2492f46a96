<script setup lang="ts">
import type { Campaign } from '#shared/campaigns/types'
import { barsOf } from '#core/campaigns/bars'
import * as words from '#shared/words'
import { addDays } from '~/base/localTime'

/** Campaigns of a week as bars over its days. */
const props = defineProps<{
  campaigns: Campaign[]
  /** The week's first day, `YYYY-MM-DD`. */
  from: string
}>()
const times = useTimes()
const endOf = ({ to, endedAt }: Campaign): string | null => {
  if (endedAt === null) return to
  const day = times.moment(endedAt).date
  return to !== null && to < day ? to : day
}
const week = computed(() => ({ from: props.from, to: addDays(props.from, 6) }))
const bars = computed(() =>
  barsOf(
    props.campaigns.map((one) => ({
      ...one,
      // One that was ended before its last day goes on no longer.
      to: endOf(one),
    })),
    week.value,
  ),
)
</script>

<template>
  <div
    v-if="bars.length > 0"
    role="row"
    class="grid grid-cols-7 gap-y-px border-b border-rule bg-paper py-px"
    :aria-label="words.campaigns.onMonth"
  >
    <div
      v-for="bar in bars"
      :key="bar.of.id"
      role="gridcell"
      class="min-w-0"
      :style="{ gridColumn: `${bar.first + 1} / span ${bar.days}`, gridRow: bar.lane + 1 }"
    >
      <NuxtLink
        :to="`/campaigns/${bar.of.id}`"
        :title="bar.of.name"
        :class="[
          'block min-h-6 truncate border-y px-1.5 text-tiny leading-[22px] font-semibold text-ink',
          'hover:underline',
          bar.begins ? 'ml-1 rounded-l border-l-4' : '',
          bar.ends ? 'mr-1 rounded-r border-r' : '',
        ]"
        :style="{ borderColor: `var(--pillar-${bar.of.ink})` }"
        >{{ bar.of.name }}</NuxtLink
      >
    </div>
  </div>
</template>
