<script setup lang="ts">
import type { Account } from '#shared/networks/types'
import * as words from '#shared/words'

const props = defineProps<{ account: Account }>()
const says = words.accountPage
const rows = computed(() => {
  const { rules } = props.account
  const { media } = rules
  return [
    [says.text, words.account.rules(rules.limit, words.account.countings[rules.counting], rules.linkLength)],
    [says.links, says.linkPlaces[rules.links]],
    [says.pictures, says.picturesTake(media.min, media.max)],
    ...(media.min > 0 ? [[says.shape, says.ratio(media.ratioFrom, media.ratioTo)]] : []),
    ...(rules.hashtags.max === null ? [] : [[says.hashtags, says.atMost(rules.hashtags.max)]]),
    ...(rules.equalTextRefusedDays === null
      ? []
      : [[says.repeats, says.refusedDays(rules.equalTextRefusedDays)]]),
    [
      says.rate,
      rules.rate === null ? says.rateUnstated : says.rateOf(rules.rate.posts, rules.rate.perMinutes),
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
