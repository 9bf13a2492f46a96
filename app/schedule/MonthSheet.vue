<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { MonthView, PlacedCard } from '#shared/schedule/types'
import * as words from '#shared/words'
import { addDays } from '~/base/localTime'
import CampaignBars from '~/campaigns/CampaignBars.vue'
import { BAR_HEIGHT, useCampaignDays } from '~/campaigns/useCampaignDays'
import MonthCell from './MonthCell.vue'
import { daysOfMonth } from './monthDays'
import { isNarrowed, isWanted, type SheetFilter } from '#shared/schedule/filter'
import type { Shift } from './useCardShift'
import YearStrip from './YearStrip.vue'

/** A month with the posts of all accounts, or of one, and under it how full the weeks of its year are. */
const props = defineProps<{
  view: MonthView
  month: string
  filter: SheetFilter
  alone: string | null
}>()
const emit = defineEmits<{
  day: [date: string]
  open: [card: PlacedCard, date: string]
  month: [month: string]
  shift: [card: PlacedCard, where: Shift]
}>()
const labels = words.month
const times = useTimes()
const clock = useClockStore()
const brand = useBrandStore()
const dayOf = (at: string): string => times.moment(at).date
const today = computed(() => times.moment(clock.now).date)
const isShown = (accountId: string): boolean => props.alone === null || props.alone === accountId
const days = computed(() =>
  daysOfMonth(props.view, {
    month: props.month,
    today: today.value,
    dayOf,
    isWanted: (card) => isWanted(card, props.filter, brand.networkOf),
    isShown,
  }),
)
const isMixed = computed(() => props.alone === null && (brand.view?.accounts.length ?? 0) > 1)
const narrowed = computed(() => isNarrowed(props.filter) > 0 || props.alone !== null)
const found = computed(() => days.value.some(({ cards }) => cards.length > 0))

/** Those one looks at: one alone where posts are narrowed to it. */
const campaigns = computed(() =>
  (brand.view?.campaigns ?? []).filter(({ id }) => !props.filter.campaign || id === props.filter.campaign),
)
const sheet = ref<HTMLElement | null>(null)
const { height } = useElementSize(sheet)
const LINE = 24
const { weekBars } = useCampaignDays()
/** Its weeks: their campaigns, and how many lines of posts a day has room for under its number. */
const weeks = computed(() =>
  Array.from({ length: props.view.weeks }, (_, at) => {
    const bars = weekBars(campaigns.value, addDays(props.view.from, at * 7))
    const above = LINE + 6 + BAR_HEIGHT * Math.max(0, ...bars.map(({ lane }) => lane + 1))
    return {
      bars,
      days: days.value.slice(at * 7, (at + 1) * 7),
      room: Math.max(bars.length > 0 ? 0 : 1, Math.floor((height.value / props.view.weeks - above) / LINE)),
    }
  }),
)
const weekdays = computed(() =>
  Array.from({ length: 7 }, (_, at) => times.ofDate(addDays(props.view.from, at), { weekday: 'short' })),
)
/** Coming days of the month that nothing goes out on. */
const gaps = computed(() =>
  narrowed.value
    ? 0
    : days.value.filter((day) => !day.isOutside && !day.isPast && !day.isLater && day.cards.length === 0)
        .length,
)
const firstLater = computed(() => days.value.find(({ isLater }) => isLater)?.date ?? null)
</script>

<template>
  <div class="flex min-h-0 grow flex-col">
    <p
      v-if="narrowed && !found"
      class="border-b border-rule bg-sheet px-3.5 py-1.5 text-small text-ink-2"
      role="status"
    >
      {{ labels.noneFound }}
    </p>
    <div
      role="grid"
      :aria-label="times.ofDate(`${month}-01`, { month: 'long', year: 'numeric' })"
      class="flex min-h-[420px] grow flex-col border-l border-rule"
    >
      <div role="row" class="grid grid-cols-7 border-b border-rule bg-sheet">
        <span
          v-for="name in weekdays"
          :key="name"
          role="columnheader"
          class="border-r border-rule px-2 py-1 text-small font-semibold text-ink-2"
          >{{ name }}</span
        >
      </div>
      <div ref="sheet" class="grid min-h-0 grow auto-rows-fr">
        <div v-for="(week, at) in weeks" :key="at" class="flex min-h-0 flex-col">
          <CampaignBars :bars="week.bars" />
          <div role="row" class="grid min-h-0 grow grid-cols-7">
            <MonthCell
              v-for="day in week.days"
              :key="day.date"
              :day="day"
              :places="view"
              :is-today="day.date === today"
              :is-mixed="isMixed"
              :is-narrowed="narrowed"
              :room="week.room"
              @day="emit('day', day.date)"
              @open="emit('open', $event, day.date)"
              @shift="(card, where) => emit('shift', card, where)"
            />
          </div>
        </div>
      </div>
    </div>
    <YearStrip :month="month" :first-later="firstLater" :gaps="gaps" @month="emit('month', $event)" />
  </div>
</template>
