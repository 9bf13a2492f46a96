<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { CalendarArrowUp, ChevronLeft, ChevronRight, Pause, TriangleAlert } from '@lucide/vue'
import * as words from '#shared/words'
import { scheduleRoutes } from '#shared/schedule/routes'
import { SHEET_DRAG, useSheetDrag } from '~/schedule/useSheetDrag'
import { type HoldTarget, PLAN_CHANGES, useScheduleStore } from '~/schedule/scheduleStore'
import { localeOf } from '~/base/brandLocale'
import { addDays } from '~/base/localTime'
import { addMonths, weeksOfMonth } from '~/schedule/monthDays'
import { isWanted } from '#shared/schedule/filter'
import type { Card, ListView, ScheduleView } from '#shared/schedule/types'
import { useCardShift } from '~/schedule/useCardShift'
import { usePlanTrial } from '~/schedule/usePlanTrial'
import { useScheduleAddress } from '~/schedule/useScheduleAddress'
import SheetFilters from '~/schedule/SheetFilters.vue'
import DayList from '~/schedule/DayList.vue'
import AccountSheet from '~/schedule/AccountSheet.vue'
import CardDialog from '~/schedule/CardDialog.vue'

const LazyMonthSheet = defineAsyncComponent(() => import('~/schedule/MonthSheet.vue'))
const LazyListSheet = defineAsyncComponent(() => import('~/schedule/ListSheet.vue'))
const LazyAheadList = defineAsyncComponent(() => import('~/schedule/AheadList.vue'))
const LazyQueueOrder = defineAsyncComponent(() => import('~/schedule/QueueOrder.vue'))
const LazyCalendarDialog = defineAsyncComponent(() => import('~/schedule/CalendarDialog.vue'))
const LazyHoldDialog = defineAsyncComponent(() => import('~/schedule/HoldDialog.vue'))

useHead({ title: `${words.schedule.title} · ${words.frame.product}` })
const labels = words.schedule
const schedule = useScheduleStore()
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const openId = ref<string | null>(null)
const isPhone = useMediaQuery('(max-width: 719.98px)')
const holding = ref<HoldTarget | null>(null)
const isGiven = ref(false)
const { face, alone, filter, month, thisMonth, paper } = useScheduleAddress({
  hold: (of) => (holding.value = of),
})

const plan = usePlanTrial()
const drag = useSheetDrag(plan)
provide(SHEET_DRAG, drag)

const view = computed(() => schedule.shown)
const shown = computed(
  (): ScheduleView | null =>
    view.value && {
      ...view.value,
      cards: view.value.cards.filter((card) => isWanted(card, filter.value, brand.networkOf)),
    },
)
const accounts = computed(() =>
  (brand.view?.accounts ?? []).filter(({ id }) => alone.value === null || id === alone.value),
)
const aloneAccount = computed(() =>
  accounts.value.length === 1 && alone.value !== null ? accounts.value[0]! : null,
)
const troubled = computed(() => view.value?.troubled ?? [])
const card = computed<Card | null>(
  () => [...(view.value?.cards ?? []), ...troubled.value].find((card) => card.id === openId.value) ?? null,
)
const range = computed(() => {
  if (!view.value) return ''
  const [first, last] = [view.value.from, addDays(view.value.from, 6)].map((day) =>
    times.ofDate(day, { day: 'numeric', month: 'short' }),
  )
  return `${first} – ${last}`
})

const locale = computed(() => localeOf(brand.view?.brand ?? { language: 'en', zone: 'UTC' }))
const { data: monthView, failed: monthFailed } = useBrandQuery(scheduleRoutes.month, {
  changes: PLAN_CHANGES,
  enabled: () => face.value === 'month',
  given: () => ({ query: weeksOfMonth(month.value, locale.value) }),
})
const shift = useCardShift(plan, () => (face.value === 'month' ? monthView.value : view.value))
/** What the list can be narrowed by, once it is there. */
const listed = shallowRef<Pick<ListView, 'people' | 'sources'> | null>(null)
function namesOf(of: 'authorName' | 'source'): string[] {
  if (face.value === 'list' && listed.value)
    return of === 'source' ? listed.value.sources : listed.value.people
  const cards = (face.value === 'month' ? monthView.value?.cards : view.value?.cards) ?? []
  return [...new Set(cards.flatMap((one) => one[of] || []))].sort((a, b) => a.localeCompare(b))
}
const detail = computed(() =>
  face.value === 'month'
    ? times.ofDate(`${month.value}-01`, { month: 'long', year: 'numeric' })
    : face.value === 'sheet'
      ? range.value
      : '',
)
function step(by: 1 | -1): void {
  if (face.value === 'month') month.value = addMonths(month.value, by)
  else void schedule.step(7 * by)
}
const stepLabels = computed(() => (face.value === 'month' ? words.month : labels))
const isNow = computed(() =>
  face.value === 'month' ? month.value === thisMonth.value : schedule.from === null,
)
function goToNow(): void {
  if (face.value === 'month') month.value = thisMonth.value
  else void schedule.open(null)
}
const moveInLine = (queueItemId: string, kind: 'before' | 'after', id: string): void => {
  const version = plan.base.value?.version
  if (version)
    schedule
      .move({ queueItemId, to: { kind, id }, accountId: null }, version)
      .catch((error: unknown) => notices.complain(error))
}

const holdName = computed(() =>
  holding.value?.kind === 'account' ? brand.accountName(holding.value.id) : '',
)
const isHeld = computed(() => {
  const of = holding.value
  if (of?.kind === 'brand') return Boolean(brand.view?.brand.hold)
  if (of?.kind === 'account') return Boolean(brand.view?.accounts.find(({ id }) => id === of.id)?.hold)
  return of !== null && (view.value?.cards.some((card) => card.postId === of.id && card.isHeld) ?? false)
})
function holdOne(of: HoldTarget): void {
  openId.value = null
  holding.value = of
}
function openDay(date: string): void {
  face.value = 'sheet'
  void schedule.open(date)
}
/** A card of the month, shown with all that is known of it among its days. */
async function openCard({ id }: { id: string }, date: string): Promise<void> {
  face.value = 'sheet'
  await schedule.open(date)
  openId.value = id
}
const faces = [
  { value: 'sheet', label: words.ahead.sheet },
  { value: 'month', label: words.month.title },
  { value: 'list', label: words.list.face },
  { value: 'ahead', label: words.ahead.title },
] as const
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="words.screenHelp.schedule" :detail="detail">
      <div v-if="face === 'sheet' || face === 'month'" class="flex gap-1.5">
        <PlainButton :aria-label="stepLabels.earlier" :title="stepLabels.earlier" @click="step(-1)"
          ><ChevronLeft :size="15" aria-hidden="true"
        /></PlainButton>
        <PlainButton :aria-label="stepLabels.later" :title="stepLabels.later" @click="step(1)"
          ><ChevronRight :size="15" aria-hidden="true"
        /></PlainButton>
        <PlainButton v-if="!isNow" @click="goToNow">{{
          face === 'month' ? words.month.thisMonth : labels.today
        }}</PlainButton>
      </div>
      <div class="flex rounded-[5px] border border-rule" role="group" :aria-label="words.ahead.view">
        <button
          v-for="option in faces"
          :key="option.value"
          type="button"
          class="min-h-[30px] px-2.5 text-small first:rounded-l-[4px] last:rounded-r-[4px]"
          :class="
            face === option.value ? 'bg-ink font-semibold text-sheet' : 'bg-sheet text-ink-2 hover:text-ink'
          "
          :aria-pressed="face === option.value"
          @click="face = option.value"
        >
          {{ option.label }}
        </button>
      </div>
      <span class="grow" />
      <div class="flex flex-wrap gap-1.5">
        <PlainButton v-if="brand.canWork && (schedule.ribbon?.openCount ?? 0) > 0" to="/fill-slots">{{
          words.fill.title
        }}</PlainButton>
        <PlainButton to="/almanac">{{ words.almanac.title }}</PlainButton>
        <PlainButton to="/campaigns">{{ words.campaigns.title }}</PlainButton>
        <PlainButton v-if="!brand.canWork && face === 'month'" :to="paper">{{
          words.calendars.toPrint
        }}</PlainButton>
        <PlainButton
          v-if="brand.canWork && (brand.view?.accounts.length ?? 0) > 0"
          :aria-label="words.calendars.open"
          :title="words.calendars.title"
          @click="isGiven = true"
          ><CalendarArrowUp :size="15" aria-hidden="true"
        /></PlainButton>
        <PlainButton
          v-if="brand.canWork && (brand.view?.accounts.length ?? 0) > 0"
          @click="holding = { kind: 'brand' }"
        >
          <Pause :size="13" aria-hidden="true" />{{
            brand.view?.brand.hold ? words.hold.lift : words.hold.all
          }}
        </PlainButton>
      </div>
      <SheetFilters
        v-if="view && face !== 'ahead'"
        v-model="filter"
        v-model:alone="alone"
        class="basis-full"
        :is-list="face === 'list'"
        :people="namesOf('authorName')"
        :sources="namesOf('source')"
      />
    </PageHead>
    <p
      v-if="brand.view?.brand.hold"
      class="flex items-center gap-1.5 border-b border-rule bg-sheet px-3.5 py-1.5 font-semibold text-warn"
      role="status"
    >
      <Pause :size="14" aria-hidden="true" />{{
        words.hold.on(brand.view.brand.hold.until ? times.dayTime(brand.view.brand.hold.until) : null)
      }}
      <span v-if="brand.view.brand.hold.reason" class="font-normal">{{ brand.view.brand.hold.reason }}</span>
      <span v-if="view && view.heldBack > 0" class="font-normal text-ink-2">{{
        words.hold.heldBack(view.heldBack)
      }}</span>
    </p>
    <EmptyState
      v-if="brand.view && brand.view.accounts.length === 0"
      :title="labels.nothing.title"
      :detail="labels.nothing.detail"
    >
      <PlainButton to="/set-up/accounts" kind="act">{{ labels.nothing.go }}</PlainButton>
    </EmptyState>
    <p v-else-if="!shown || !brand.view" class="p-6 text-ink-3">
      {{ schedule.failed || brand.failed ? '' : `${words.frame.loading} …` }}
    </p>
    <LazyAheadList v-else-if="face === 'ahead'" @lift="holding = $event" @day="openDay" />
    <LazyListSheet
      v-else-if="face === 'list'"
      :filter="filter"
      :alone="alone"
      @open="openCard"
      @listed="listed = $event"
    />
    <template v-else-if="face === 'month'">
      <LazyMonthSheet
        v-if="monthView"
        :view="monthView"
        :month="month"
        :filter="filter"
        :alone="alone"
        @day="openDay"
        @open="openCard"
        @month="month = $event"
        @shift="shift"
      />
      <p v-else class="p-6 text-ink-3">{{ monthFailed || `${words.frame.loading} …` }}</p>
    </template>
    <template v-else>
      <DayList v-if="isPhone" :view="shown" :accounts="brand.view.accounts" @open="openId = $event" />
      <div v-else class="flex min-h-0 grow">
        <AccountSheet
          :view="shown"
          :accounts="accounts"
          :alone="alone"
          @open="openId = $event"
          @alone="alone = $event"
          @hold="holding = { kind: 'account', id: $event }"
          @shift="shift"
        />
        <LazyQueueOrder
          v-if="aloneAccount && view"
          :account="aloneAccount"
          :base="plan.base.value"
          :view="view"
          @open="openId = $event"
          @close="alone = null"
          @move="moveInLine"
        />
      </div>
      <footer
        class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule px-3.5 py-2 text-small text-ink-2"
      >
        <ul class="flex flex-wrap gap-x-3.5 max-column:hidden" :aria-label="labels.legend">
          <li v-for="pillar in brand.view.pillars" :key="pillar.id" class="flex items-center gap-1.5">
            <i class="size-2 rounded-[2px]" :style="{ background: `var(--pillar-${pillar.ink})` }" />{{
              pillar.name
            }}
          </li>
        </ul>
        <span class="grow max-column:hidden" />
        <button
          v-if="view!.unplaced.length > 0"
          type="button"
          class="min-h-6 text-warn underline-offset-2 hover:underline"
          :title="
            view!.unplaced.map((one) => `${brand.accountName(one.accountId)}: ${one.message}`).join('\n')
          "
          @click="face = 'ahead'"
        >
          {{ labels.unplaced(view!.unplaced.length) }}
        </button>
        <button
          v-if="troubled[0]"
          type="button"
          class="flex min-h-6 max-w-[min(70ch,100%)] items-center gap-1.5 text-left text-bad underline-offset-2 hover:underline"
          @click="openId = troubled[0].id"
        >
          <TriangleAlert :size="14" class="shrink-0" aria-hidden="true" />
          <b class="shrink-0 font-semibold">{{ labels.failed(troubled.length) }}</b><span class="truncate">{{
            troubled[0].message
          }}</span>
        </button>
      </footer>
    </template>
    <CardDialog :card="card" :view="view" :plan="plan" @close="openId = null" @hold="holdOne" />
    <LazyCalendarDialog v-if="brand.canWork" :open="isGiven" :paper="paper" @close="isGiven = false" />
    <LazyHoldDialog :of="holding" :name="holdName" :is-held="isHeld" @close="holding = null" />
  </div>
</template>
