<script setup lang="ts">
import * as words from '#shared/words'
import { vDropTarget, type Dragged, type DropTarget } from '~/base/dragging'
import type { Point } from '~/base/dragSensor'
import { addDays } from '~/base/localTime'
import { nearestSlot } from '~/schedule/nearestSlot'
import { useScheduleStore } from '~/schedule/scheduleStore'
import { datesByDay } from '~/almanac/datesByDay'
import DaySign from '~/almanac/DaySign.vue'
import { useAlmanacDays } from '~/almanac/useAlmanacDays'
import { useAnsweringHours } from './useAnsweringHours'

interface Tick {
  key: string
  left: string
  ink: string
  past: boolean
  bad: boolean
  held: boolean
  title: string
}

const schedule = useScheduleStore()
const goTo = useGoTo()
const brand = useBrandStore()
const clock = useClockStore()
const times = useTimes()
const labels = words.frame.ribbon
const view = computed(() => schedule.ribbon)
const shadeOf = useAnsweringHours()
const { titleOf } = useAlmanacDays()

const days = computed(() => {
  const week = view.value
  if (!week) return []
  const dates = datesByDay(week.dates)
  return Array.from({ length: 7 }, (_, at) => addDays(week.from, at)).map((date) => {
    const cards = week.cards.filter((card) => times.moment(card.at).date === date)
    const open = week.open.filter(
      (slot) => slot.use !== 'free' && !slot.held && times.moment(slot.at).date === date,
    )
    const name = times.dateDay(date)
    return {
      date,
      name,
      ticks: cards.map(tickOf),
      hollow: open.map((slot) => ({ key: `${slot.accountId}${slot.at}`, left: leftOf(slot.at) })),
      lined: cards.length,
      dates: dates.get(date) ?? [],
      open: open.length,
    }
  })
})
const isEmpty = computed(() => (brand.view?.accounts ?? []).every((account) => account.slots.length === 0))
const nowAt = computed(() => ({ date: times.moment(clock.now).date, left: leftOf(clock.now) }))

function tickOf(card: NonNullable<typeof view.value>['cards'][number]): Tick {
  return {
    key: card.id,
    left: leftOf(card.at),
    ink: brand.pillarInk(card.pillarId),
    past: card.state === 'sent',
    bad: card.state === 'not-sent' || card.state === 'undecided' || card.state === 'in-part',
    held: card.isHeld || card.isHeldBack,
    title: [
      `${times.time(card.at)} ${brand.accountName(card.accountId)}: ${card.text.slice(0, 80)}`,
      card.isHeld || card.isHeldBack ? words.schedule.held : '',
    ]
      .filter(Boolean)
      .join(' · '),
  }
}
const leftOf = (at: string | number): string => `${((times.moment(at).minutes / 1440) * 100).toFixed(2)}%`
const notices = useNoticesStore()
const over = ref<string | null>(null)
const target = (date: string): DropTarget => ({
  takes: (what) => what.kind !== 'row' && brand.canWork,
  over: (what) => void (over.value = what ? date : null),
  drop: (what, at, element) => void drop(date, what, at, element),
})
/** A post in line takes the open slot nearest to where it was let go; a clipping becomes a post for it. */
async function drop(date: string, what: Dragged, at: Point, element: HTMLElement): Promise<void> {
  if (!view.value) return
  const box = element.getBoundingClientRect()
  const minutes = ((at.x - box.left) / box.width) * 1440
  const slot = nearestSlot(
    view.value,
    date,
    minutes,
    what.kind === 'card' ? what.card.accountId : null,
    times.moment,
  )
  if (!slot) return notices.say(words.move.noSlotThere)
  if (what.kind === 'clipping')
    return void (await goTo({
      path: '/desk/new',
      query: { clippings: what.id, account: slot.accountId, at: slot.at },
    }))
  if (what.kind !== 'card' || !what.card.queueItemId) return
  const move = {
    queueItemId: what.card.queueItemId,
    to: { kind: 'slot' as const, at: slot.at },
    accountId: null,
  }
  await schedule.move(move, view.value.planVersion).catch((error: unknown) => notices.complain(error))
}
const onHold = computed(() => {
  // All of it is said above.
  if (brand.view?.brand.hold)
    return view.value && view.value.heldBack === 0 ? labels.allHeld : brand.view.brand.hold.reason
  const held = (brand.view?.accounts ?? []).filter((account) => account.hold).map(({ name }) => name)
  return held.length > 0 ? labels.held(held.join(', ')) : ''
})
const lineEnds = computed(() =>
  (view.value?.perAccount ?? [])
    .map(
      ({ accountId, endsAt }) =>
        `${brand.accountName(accountId)}: ${endsAt ? labels.ends(times.shortDayTime(endsAt)) : labels.empty}`,
    )
    .join('\n'),
)
const openDay = (date: string): Promise<unknown> =>
  Promise.all([schedule.open(date === view.value?.from ? null : date), goTo('/schedule')])
</script>

<template>
  <section
    :aria-label="labels.name"
    class="grid h-[74px] grid-cols-[repeat(7,1fr)_176px] border-b border-rule bg-sheet max-column:h-14 max-column:grid-cols-7"
  >
    <button
      v-for="(day, at) in days"
      :key="day.date"
      v-drop-target="target(day.date)"
      type="button"
      class="relative flex min-w-0 flex-col border-r border-rule px-2.5 pt-[7px] text-left hover:bg-paper max-column:px-1.5"
      :class="{ 'bg-well': over === day.date }"
      :aria-label="[labels.day(day.name, day.lined, day.open), ...day.dates.map(titleOf)].join(', ')"
      @click="openDay(day.date)"
    >
      <span class="flex justify-between gap-1 text-[11.5px] leading-tight whitespace-nowrap">
        <span class="inline-flex items-center gap-1">
          <b class="font-semibold" :class="at === 0 ? 'text-ink' : 'text-ink-2'">{{ day.name }}</b>
          <DaySign :date="day.date" :dates="day.dates" sign-only />
        </span>
        <span class="truncate text-tiny text-ink-3 max-column:hidden">{{
          [day.lined || '', day.open ? labels.open(day.open) : ''].filter(Boolean).join(' · ')
        }}</span>
      </span>
      <span
        class="absolute inset-x-2.5 bottom-3 h-[26px] border-b border-rule max-column:inset-x-1.5 max-column:bottom-1.5 max-column:h-5"
        :style="{ background: shadeOf(day.date) }"
      >
        <i
          v-for="slot in day.hollow"
          :key="slot.key"
          class="absolute bottom-0 -ml-[2.5px] h-5 w-[5px] rounded-t-[2px] border border-b-0 border-dashed border-edge max-column:h-4"
          :style="{ left: slot.left }"
        />
        <i
          v-for="tick in day.ticks"
          :key="tick.key"
          class="absolute bottom-0 -ml-[2.5px] h-5 w-[5px] rounded-t-[2px] max-column:h-4"
          :class="{
            'opacity-40': tick.past,
            'outline-2 outline-offset-1 outline-bad': tick.bad,
            'border border-b-0': tick.held,
          }"
          :style="{
            left: tick.left,
            borderColor: tick.ink,
            background: tick.bad ? 'var(--bad)' : tick.held ? 'transparent' : tick.ink,
          }"
          :title="tick.title"
        />
        <i
          v-if="day.date === nowAt.date"
          :class="[
            'absolute -top-1.5 -bottom-1 w-px bg-bad before:absolute before:-top-[3px]',
            'before:-left-[2.5px] before:size-1.5 before:rounded-full before:bg-bad',
          ]"
          :style="{ left: nowAt.left }"
        />
      </span>
    </button>
    <div class="overflow-hidden px-3 py-2 text-small leading-[1.35] max-column:hidden">
      <template v-if="view && isEmpty">
        <b class="block font-semibold">{{ labels.noTimetable }}</b>
        <NuxtLink to="/set-up/accounts" class="text-act underline underline-offset-2">{{
          labels.noTimetableHint
        }}</NuxtLink>
      </template>
      <template v-else-if="view">
        <b class="block font-semibold">{{
          labels.summary(view.lined + view.heldBack, view.openCount, view.heldBack)
        }}</b>
        <span v-if="view.firstOpenAt" class="block text-warn">{{
          labels.firstOpen(times.shortDayTime(view.firstOpenAt))
        }}</span>
        <span v-else-if="view.heldBack === 0" class="block text-ok">{{ labels.full }}</span>
        <b v-if="onHold" class="block truncate text-tiny font-semibold text-warn" :title="onHold">{{
          onHold
        }}</b>
        <span v-else class="block text-tiny text-ink-3" :title="lineEnds">{{
          view.endsAt ? labels.ends(times.nearDay(view.endsAt)) : labels.empty
        }}</span>
      </template>
    </div>
  </section>
</template>
