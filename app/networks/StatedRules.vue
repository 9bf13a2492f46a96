<script setup lang="ts">
import type { Account } from '#shared/networks/types'
import * as words from '#shared/words'

const props = defineProps<{ account: Account }>()
const labels = words.accountPage
const rows = computed(() => {
  const { rules } = props.account
  const { media } = rules
  return [
    [
      labels.text,
      words.account.rules(rules.limit, words.account.countings[rules.counting], rules.linkLength),
    ],
    [labels.links, labels.linkPlaces[rules.links]],
    [labels.pictures, labels.picturesTake(media.min, media.max)],
    ...(media.min > 0 ? [[labels.shape, labels.ratio(media.ratioFrom, media.ratioTo)]] : []),
    ...(rules.hashtags.max === null ? [] : [[labels.hashtags, labels.atMost(rules.hashtags.max)]]),
    ...(rules.equalTextRefusedDays === null
      ? []
      : [[labels.repeats, labels.refusedDays(rules.equalTextRefusedDays)]]),
    [
      labels.rate,
      rules.rate === null ? labels.rateUnstated : labels.rateOf(rules.rate.posts, rules.rate.perMinutes),
    ],
  ] as const
})
</script>

<template>
  <dl class="grid grid-cols-[max-content_minmax(0,1fr)] gap-x-4 gap-y-1.5">
    <template v-for="[name, value] in rows" :key="name">
      <dt class="text-ink-3">{{ name }}</dt>
      <dd>{{ value }}</dd>
    </template>
  </dl>
</template>
