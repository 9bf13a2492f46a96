<script setup lang="ts">
import type { Campaign } from '#shared/campaigns/types'
import type { Bar } from '#core/campaigns/bars'
import * as words from '#shared/words'

/** Campaigns of a week as bars over its days; each is BAR_HEIGHT high. */
defineProps<{ bars: Bar<Campaign>[] }>()
</script>

<template>
  <div
    v-if="bars.length > 0"
    role="row"
    class="grid auto-rows-[24px] grid-cols-7 gap-y-px border-b border-rule pt-px"
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
          'block h-6 truncate px-2 text-tiny leading-6 font-semibold text-ink hover:underline',
          bar.begins ? 'ml-1 rounded-l border-l-4' : '',
          bar.ends ? 'mr-1 rounded-r' : '',
        ]"
        :style="{
          borderColor: `var(--pillar-${bar.of.ink})`,
          background: `color-mix(in srgb, var(--pillar-${bar.of.ink}) 16%, var(--sheet))`,
        }"
        >{{ bar.of.name }}</NuxtLink
      >
    </div>
  </div>
</template>
