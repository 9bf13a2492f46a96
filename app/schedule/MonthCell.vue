<script setup lang="ts">
import type { PlacedCard, MovedCard } from '#shared/schedule/types'
import * as words from '#shared/words'
import { NOWHERE, vDropTarget } from '~/base/dragging'
import DaySign from '~/almanac/DaySign.vue'
import MonthCard from './MonthCard.vue'
import type { MonthDay } from './monthDays'
import { ontoDay, type Places } from './sheetMoves'
import type { Shift } from './useCardShift'
import { SHEET_DRAG, type DropPlace } from './useSheetDrag'

/** A day of the month: its posts as far as there is room, how many more, what is open. */
const props = defineProps<{
  day: MonthDay
  /** All of the days shown, whatever they are narrowed to: a card takes a place among these. */
  places: Places
  isToday: boolean
  /** Whether posts of more than one account are shown. */
  isMixed: boolean
  /** Lines there is room for. */
  room: number
  /** Whether some posts are not shown: then a day without any says nothing. */
  isNarrowed: boolean
}>()
const emit = defineEmits<{ day: []; open: [card: PlacedCard]; shift: [card: PlacedCard, where: Shift] }>()
const labels = words.month
const times = useTimes()
const drag = inject(SHEET_DRAG, null)
const shown = computed(() => props.day.cards.slice(0, props.room))
const more = computed(() => props.day.cards.length - shown.value.length)
const isGap = computed(
  () => !props.isNarrowed && !props.day.isPast && !props.day.isLater && props.day.cards.length === 0,
)
const note = computed(() => {
  if (props.day.later.length > 0) return labels.slots(props.day.later.length)
  return props.day.open.length > 0 ? labels.open(props.day.open.length) : isGap.value ? labels.noPost : ''
})
const key = computed(() => `month ${props.day.date}`)
function placeFor(card: MovedCard): DropPlace {
  const place = { key: key.value, accountId: card.accountId, to: null }
  const { date, isPast, isLater } = props.day
  if (times.moment(card.at).date === date) return { ...place, refusal: '' }
  if (isPast) return { ...place, refusal: labels.past }
  if (isLater) return { ...place, refusal: labels.notPlanned }
  return { ...place, to: ontoDay(card, date, props.places, (at) => times.moment(at).date) }
}
const target = computed(() => drag?.target(key.value, placeFor) ?? NOWHERE)
const isOver = computed(() => drag?.over.value?.key === key.value)
/** What would become of the card that is held over this day. */
const would = computed(() => {
  if (!isOver.value || !drag?.over.value) return ''
  const { to, refusal } = drag.over.value
  if (!to) return refusal ?? words.move.noSlotThere
  if (!drag.trial.value) return ''
  const { at } = drag.trial.value
  const others = [...drag.tries.value.keys()].filter((id) => id !== drag.dragged.value?.queueItemId).length
  return [at ? words.move.tryTo(times.shortDayTime(at)) : words.move.tryNowhere, labels.othersMove(others)]
    .filter(Boolean)
    .join(' · ')
})
</script>

<template>
  <div
    v-drop-target="target"
    role="gridcell"
    class="relative flex min-h-0 min-w-0 flex-col overflow-hidden border-r border-b border-rule px-1.5 pt-1"
    :class="[
      day.isOutside || day.isLater ? 'bg-paper' : 'bg-sheet',
      { 'outline-2 -outline-offset-2 outline-act': isOver && drag?.over.value?.to },
    ]"
    :data-day="day.date"
  >
    <div class="flex items-baseline justify-between gap-1">
      <button
        type="button"
        class="serif min-h-6 rounded px-0.5 text-[15px] underline-offset-2 hover:underline"
        :class="isToday ? 'font-semibold text-bad' : day.isOutside ? 'text-ink-3' : 'font-medium text-ink'"
        :aria-label="labels.openDay(times.dateMonth(day.date), day.cards.length)"
        :aria-current="isToday ? 'date' : undefined"
        @click="emit('day')"
      >
        {{ day.number }}
      </button>
      <DaySign
        :sign-only="more > 0 && note !== ''"
        class="grow basis-0 max-column:hidden"
        :date="day.date"
        :dates="day.dates"
      />
      <span class="shrink-0 text-tiny max-column:hidden" :class="isGap ? 'text-warn' : 'text-ink-3'">
        <button
          v-if="more > 0"
          type="button"
          class="min-h-6 rounded px-0.5 text-ink-2 underline-offset-2 hover:underline"
          :aria-label="labels.moreOn(more, times.dateMonth(day.date))"
          @click="emit('day')"
        >
          {{ labels.more(more) }}</button><template v-if="more > 0 && note"> · </template>{{ note }}
      </span>
    </div>
    <ul class="min-h-0">
      <li v-for="card in shown" :key="card.id">
        <MonthCard
          :card="card"
          :is-mixed="isMixed"
          @open="emit('open', card)"
          @shift="emit('shift', card, $event)"
        />
      </li>
    </ul>
    <p v-if="more > 0" class="text-center text-tiny text-ink-2 column:hidden" aria-hidden="true">
      +{{ more }}
    </p>
    <p
      v-if="would"
      class="absolute inset-x-1 bottom-1 rounded bg-act px-1.5 py-0.5 text-tiny font-semibold text-on-act"
    >
      {{ would }}
    </p>
  </div>
</template>
