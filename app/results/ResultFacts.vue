<script setup lang="ts">
import type { ResultsView } from '#shared/results/types'
import * as words from '#shared/words'
import { amount, signed } from './figures'

/** The period in five figures, each against the one before it where that was told. */
const props = defineProps<{ view: ResultsView }>()
const labels = words.results.facts
const whole = (value: number | null): string =>
  value === null ? words.results.notTold : value.toLocaleString('en')
const against = ({ now, before }: { now: number | null; before: number | null }): string => {
  if (now === null) return ''
  if (!props.view.hasBefore) return ''
  return before === null ? labels.nothingBefore : labels.before(signed(now - before), before)
}
const brand = useBrandStore()
/** The lowest ceiling any account has for the pillar of the brand's own news. */
const ownCeiling = computed(() => {
  const { brand: about, accounts = [] } = brand.view ?? {}
  const shares = accounts
    .flatMap(({ mix }) => mix)
    .filter(({ pillarId }) => pillarId === about?.ownPillarId)
    .map(({ maxShare }) => maxShare)
  return shares.length === 0 ? null : Math.min(...shares)
})
const facts = computed(() => {
  const { view } = props
  const mean = view.perPost
  const earlier = view.perPostBefore
  return [
    { name: labels.sent, value: whole(view.sent.now), detail: against(view.sent) },
    {
      name: labels.perPost[view.measure],
      value: mean ? amount(mean.value) : words.results.notTold,
      detail: mean ? labels.between(amount(mean.low), amount(mean.high), mean.posts) : labels.noneYet,
      more: mean && earlier ? labels.perPostBefore(amount(earlier.low), amount(earlier.high)) : '',
    },
    { name: labels.answers, value: whole(view.answers.now), detail: against(view.answers) },
    {
      name: labels.clicks,
      value: whole(view.clicks.now),
      detail: view.clicks.now === null ? labels.noShortLinks : against(view.clicks),
    },
    {
      name: labels.followers,
      value: whole(view.followers),
      detail:
        view.followers === null
          ? labels.noFollowers
          : view.followersChange === null
            ? labels.oneReading
            : labels.change(signed(view.followersChange)),
    },
    {
      name: labels.own,
      value:
        view.own.of === 0 ? words.results.notTold : `${Math.round((view.own.posts / view.own.of) * 100)}%`,
      detail: labels.ownOf(view.own.posts, view.own.of),
      more: ownCeiling.value === null ? '' : labels.ceiling(Math.round(ownCeiling.value * 100)),
    },
  ]
})
</script>

<template>
  <dl class="grid grid-cols-6 border-y border-rule border-t-ink max-wide:grid-cols-3 max-column:grid-cols-2">
    <div
      v-for="fact in facts"
      :key="fact.name"
      class="flex flex-col border-l border-rule px-3 py-2.5 first:border-l-0 max-column:odd:border-l-0"
    >
      <dt class="order-2 text-small font-medium">{{ fact.name }}</dt>
      <dd class="serif order-1 text-[26px] leading-tight font-medium tabular-nums">{{ fact.value }}</dd>
      <dd class="order-3 mt-0.5 text-[11.5px] leading-snug text-ink-3">
        {{ fact.detail }}<template v-if="fact.more"><br />{{ fact.more }}</template>
      </dd>
    </div>
  </dl>
</template>
