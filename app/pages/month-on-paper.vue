<script setup lang="ts">
import { Printer } from '@lucide/vue'
import { scheduleRoutes } from '#shared/schedule/routes'
import { groupBy } from '#core/grouped'
import { isWanted } from '#shared/schedule/filter'
import { stateWords } from '#shared/schedule/stateWords'
import type { PlacedCard } from '#shared/schedule/types'
import * as words from '#shared/words'
import { localeOf } from '~/base/brandLocale'
import { daysOfMonth, weeksOfMonth } from '~/schedule/monthDays'
import { PLAN_CHANGES } from '~/schedule/scheduleStore'
import { filterIn, monthIn } from '~/schedule/useScheduleAddress'

/** A month with every post in it, made to be printed: a week a row, no row broken between two sheets. */
definePageMeta({ layout: 'plain' })
const labels = words.paper
const brand = useBrandStore()
const clock = useClockStore()
const times = useTimes()
const route = useRoute()
const today = computed(() => times.moment(clock.now).date)
const month = computed(() => monthIn(route.query) ?? today.value.slice(0, 7))
const filter = computed(() => filterIn(route.query))
const alone = computed(() => (typeof route.query['account'] === 'string' ? route.query['account'] : null))
const locale = computed(() => localeOf(brand.view?.brand ?? { language: 'en', zone: 'UTC' }))
const { data: view, failed } = useBrandQuery(scheduleRoutes.month, {
  changes: PLAN_CHANGES,
  given: () => ({ query: weeksOfMonth(month.value, locale.value) }),
})
const days = computed(() =>
  view.value
    ? daysOfMonth(view.value, {
        month: month.value,
        today: today.value,
        dayOf: (at) => times.moment(at).date,
        isWanted: (card) => isWanted(card, filter.value, brand.networkOf),
        isShown: (accountId) => alone.value === null || alone.value === accountId,
      })
    : [],
)
const weeks = computed(() =>
  Array.from({ length: view.value?.weeks ?? 0 }, (_, at) => days.value.slice(at * 7, at * 7 + 7)),
)
/** What stands on paper in a day: a post that goes to several accounts at once is one. */
const together = (cards: PlacedCard[]) =>
  [...groupBy(cards, (card) => `${card.at} ${card.postId} ${said(card)}`).values()].map((all) => ({
    card: all[0]!,
    accounts: all.map(({ accountId }) => brand.accountName(accountId)),
    state: said(all[0]!),
  }))
/** That it went out needs no words on a day that is over. */
const said = (card: PlacedCard): string => (card.state === 'sent' ? '' : stateWords(card))
const name = computed(() => times.ofDate(`${month.value}-01`, { month: 'long', year: 'numeric' }))
const whose = computed(() => {
  const { name: of = '', zone = '' } = brand.view?.brand ?? {}
  return `${of} · ${labels.zone(zone)}`
})
const inkOf = (pillarId: string | null): string => {
  const pillar = brand.view?.pillars.find(({ id }) => id === pillarId)
  return pillar ? `var(--pillar-${pillar.ink})` : 'var(--ink-3)'
}
const back = computed(() => ({ path: '/schedule', query: { ...route.query, face: 'month' } }))
const print = (): void => window.print()
useHead({ title: () => `${name.value} · ${brand.view?.brand.name ?? ''}` })
</script>

<template>
  <div class="paper-month mx-auto max-w-[1180px] bg-sheet p-6 print:max-w-none print:p-0">
    <header class="mb-3 flex flex-wrap items-baseline gap-x-3 gap-y-2">
      <h1 class="serif text-name font-medium">{{ name }}</h1>
      <p class="text-ink-2">{{ whose }}</p>
      <span class="grow" />
      <span class="flex gap-2 print:hidden">
        <PlainButton :to="back" kind="quiet">{{ labels.back }}</PlainButton>
        <PlainButton kind="act" :disabled="!view" @click="print"
          ><Printer :size="14" aria-hidden="true" />{{ labels.print }}</PlainButton
        >
      </span>
    </header>
    <ErrorMessage :message="failed" />
    <p v-if="!view && !failed" class="text-ink-3">{{ words.frame.loading }} …</p>
    <table v-else-if="view" class="w-full table-fixed border-collapse text-tiny">
      <thead>
        <tr>
          <th
            v-for="day in weeks[0] ?? []"
            :key="day.date"
            scope="col"
            class="border border-rule px-1.5 py-1 text-left text-small font-semibold text-ink-2"
          >
            {{ times.ofDate(day.date, { weekday: 'long' }) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="week in weeks" :key="week[0]!.date">
          <td
            v-for="day in week"
            :key="day.date"
            class="h-20 border border-rule px-1.5 py-1 align-top"
            :class="day.isOutside ? 'text-ink-3' : ''"
          >
            <b class="block text-small font-semibold">{{ day.number }}</b>
            <ul class="mt-0.5 grid grid-cols-1 gap-1">
              <li
                v-for="one in together(day.cards)"
                :key="one.card.id"
                class="border-l-2 pl-1.5"
                :style="{ borderColor: inkOf(one.card.pillarId) }"
              >
                <span class="block text-ink-2"
                  ><b class="mono font-medium text-ink">{{ times.time(one.card.at) }}</b>
                  {{ one.accounts.join(', ') }}<template v-if="one.state"> · {{ one.state }}</template></span
                >
                <span class="serif line-clamp-2 text-[11.5px] leading-snug wrap-anywhere" dir="auto">{{
                  one.card.text
                }}</span>
              </li>
            </ul>
            <p v-if="day.cards.length === 0 && day.open.length > 0" class="mt-0.5 text-ink-3">
              {{ words.month.open(day.open.length) }}
            </p>
          </td>
        </tr>
      </tbody>
    </table>
    <ul class="mt-3 flex flex-wrap gap-x-4 gap-y-1 text-small text-ink-2" :aria-label="words.schedule.legend">
      <li v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" class="flex items-center gap-1.5">
        <i class="size-2 rounded-[2px]" :style="{ background: `var(--pillar-${pillar.ink})` }" />{{
          pillar.name
        }}
      </li>
    </ul>
  </div>
</template>
