<script setup lang="ts">
import type { CampaignCounts } from '#shared/campaigns/types'
import * as words from '#shared/words'

/** How far a campaign is: sent and planned posts against the number it is to have, or all it has. */
const props = defineProps<{ counts: CampaignCounts; wanted: number | null; ink: number }>()
const labels = words.campaigns
const have = computed(() => props.counts.sent + props.counts.planned)
const whole = computed(() => Math.max(1, props.wanted ?? 0, have.value + props.counts.written))
const share = (count: number): string => `${(100 * count) / whole.value}%`
const said = computed(() =>
  [
    props.wanted === null ? '' : labels.ofWanted(have.value, props.wanted),
    labels.counts(props.counts) || labels.noPosts,
  ]
    .filter(Boolean)
    .join(': '),
)
</script>

<template>
  <div>
    <div class="flex h-2 overflow-hidden rounded-full bg-well" role="img" :aria-label="said">
      <i :style="{ width: share(counts.sent), background: `var(--pillar-${ink})` }" />
      <i :style="{ width: share(counts.planned), background: `var(--pillar-${ink})`, opacity: 0.45 }" />
    </div>
    <p class="mt-1 text-small text-ink-2" aria-hidden="true">{{ said }}</p>
  </div>
</template>
