<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { scheduleRoutes } from '#shared/schedule/routes'
import * as words from '#shared/words'
import { localeOf } from '~/base/brandLocale'
import { addDays } from '~/base/localTime'
import { weeksOfYear } from './monthDays'
import { PLAN_CHANGES } from './scheduleStore'

/** How full each week of a year is, a month to a button. */
const props = defineProps<{ month: string; firstLater: string | null; gaps: number }>()
const emit = defineEmits<{ month: [month: string] }>()
const labels = words.month
const brand = useBrandStore()
const times = useTimes()
const year = computed(() => props.month.slice(0, 4))
const span = computed(() =>
  weeksOfYear(year.value, localeOf(brand.view?.brand ?? { language: 'en', zone: 'UTC' })),
)
const { data } = useBrandQuery(scheduleRoutes.year, {
  changes: PLAN_CHANGES,
  given: () => ({ query: { from: span.value.from, weeks: span.value.weeks } }),
})
const HEIGHT = 22
const y = computed(() => {
  const all = (data.value?.weeks ?? []).map(({ sent, lined, open, later }) => sent + lined + open + later)
  return scaleLinear()
    .domain([0, Math.max(1, ...all)])
    .range([0, HEIGHT])
})
/** The weeks of each month: a week belongs where most of its days lie. */
const months = computed(() => {
  const known = data.value
  return Array.from({ length: 12 }, (_, at) => `${year.value}-${String(at + 1).padStart(2, '0')}`).map(
    (month) => {
      const weeks = (known?.weeks ?? []).flatMap((week, at) => {
        const from = addDays(known!.from, at * 7)
        return addDays(from, 3).startsWith(month) ? [{ ...week, from }] : []
      })
      const sum = (of: (week: (typeof weeks)[number]) => number): number =>
        weeks.reduce((all, week) => all + of(week), 0)
      return {
        month,
        name: times.ofDate(`${month}-01`, { month: 'short' }),
        weeks,
        about: labels.monthIs(
          times.ofDate(`${month}-01`, { month: 'long', year: 'numeric' }),
          sum(({ sent, lined }) => sent + lined),
          sum(({ open }) => open),
          sum(({ later }) => later),
        ),
      }
    },
  )
})
const weekIs = ({
  from,
  sent,
  lined,
  open,
  later,
}: {
  from: string
  sent: number
  lined: number
  open: number
  later: number
}): string => labels.weekIs(times.dateMonth(from), sent + lined, open, later)
</script>

<template>
  <footer
    class="flex items-end gap-3 border-t border-rule px-3.5 py-1.5 text-tiny text-ink-2 max-column:px-1"
  >
    <span class="shrink-0 pb-1 max-wide:hidden">{{ labels.weeksOf(year) }}</span>
    <div class="grid min-w-0 grow grid-cols-12" role="group" :aria-label="labels.weeksOf(year)">
      <button
        v-for="one in months"
        :key="one.month"
        type="button"
        class="grid min-w-0 gap-0.5 rounded px-0.5 hover:bg-well"
        :aria-label="one.about"
        :aria-current="one.month === month ? 'true' : undefined"
        @click="emit('month', one.month)"
      >
        <span class="flex h-[22px] items-end gap-[2px]" aria-hidden="true">
          <span
            v-for="week in one.weeks"
            :key="week.from"
            class="flex min-w-0 grow flex-col justify-end"
            :title="weekIs(week)"
          >
            <i
              class="block border border-b-0 border-dashed border-edge"
              :style="{ height: `${y(week.open + week.later)}px` }"
              :class="{ 'border-none': week.open + week.later === 0 }"
            />
            <i class="block bg-act opacity-75" :style="{ height: `${y(week.sent + week.lined)}px` }" />
          </span>
        </span>
        <span
          class="truncate border-t-2 text-center"
          :class="one.month === month ? 'border-ink font-semibold text-ink' : 'border-rule'"
          >{{ one.name }}</span
        >
      </button>
    </div>
    <span v-if="gaps > 0" class="shrink-0 pb-1 text-warn max-column:hidden">{{ labels.gaps(gaps) }}</span>
    <span v-if="firstLater" class="shrink-0 pb-1 max-wide:hidden">{{
      labels.notPlannedFrom(times.dateMonth(firstLater))
    }}</span>
  </footer>
</template>
