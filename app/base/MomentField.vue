<script setup lang="ts">
import {
  CalendarDateTime,
  parseDate,
  parseDateTime,
  toCalendarDate,
  type CalendarDate,
  type DateValue,
} from '@internationalized/date'
import { CalendarDays, ChevronLeft, ChevronRight } from '@lucide/vue'
import {
  CalendarCell,
  CalendarCellTrigger,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHead,
  CalendarGridRow,
  CalendarHeadCell,
  CalendarHeader,
  CalendarHeading,
  CalendarNext,
  CalendarPrev,
  CalendarRoot,
  DateFieldInput,
  DateFieldRoot,
} from 'reka-ui'
import * as words from '#shared/words'
import { localeOf } from './brandLocale'

/**
 * A day, or a day and a time, as the brand's language writes it and in its zone: typed part by part or taken
 * from a calendar. The calendar opens in its place, so that it stands in a dialog as well as on a page.
 */
const props = defineProps<{
  label: string
  /** The label is read out only: what stands beside the field says it. */
  isLabelHidden?: boolean
  hint?: string
  error?: string
  /** The label is as quiet as its neighbours’. */
  plain?: boolean
  dayOnly?: boolean
  disabled?: boolean
  /** Times it offers, as `YYYY-MM-DDTHH:MM` in the brand's zone: open slots. */
  offers?: string[]
}>()
/** `YYYY-MM-DDTHH:MM` or `YYYY-MM-DD` in the brand's zone; empty for none. */
const typed = defineModel<string>({ required: true })
const emit = defineEmits<{ leave: [] }>()
const labels = words.momentField
const brand = useBrandStore()
const clock = useClockStore()
const times = useTimes()
const id = useId()
const isOpen = ref(false)

const locale = computed(() => localeOf(brand.view?.brand ?? { language: 'en', zone: 'UTC' }))
const today = computed(() => times.moment(clock.now).date)
/** What the parts begin with when arrow keys change them. */
const start = computed((): DateValue =>
  props.dayOnly ? parseDate(today.value) : parseDateTime(`${today.value}T12:00`),
)
const read = (text: string): DateValue | undefined => {
  try {
    return props.dayOnly ? parseDate(text) : parseDateTime(text)
  } catch {
    return undefined
  }
}
const value = computed(() => read(typed.value))
/** While a year is typed its first figures are years too. */
const LEAST_YEAR = 1000
function take(now: DateValue | undefined): void {
  if (now && now.year < LEAST_YEAR) return
  typed.value = now ? now.toString().slice(0, props.dayOnly ? 10 : 16) : ''
}
function pick(day: DateValue | undefined): void {
  if (!day) return
  const { hour, minute } = value.value instanceof CalendarDateTime ? value.value : { hour: 12, minute: 0 }
  take(props.dayOnly ? toCalendarDate(day) : new CalendarDateTime(day.year, day.month, day.day, hour, minute))
  if (props.dayOnly) isOpen.value = false
}
function clear(): void {
  typed.value = ''
  isOpen.value = false
}
const day = computed((): CalendarDate | undefined => value.value && toCalendarDate(value.value))
const offered = computed(() =>
  (props.offers ?? []).filter((at) => at.startsWith(day.value?.toString() ?? '')).slice(0, MOST_OFFERS),
)
const MOST_OFFERS = 12
const isToday = (date: DateValue): boolean => date.toString() === today.value
const leave = (event: FocusEvent): void => {
  if (!(event.currentTarget as HTMLElement).contains(event.relatedTarget as Node | null)) emit('leave')
}
const step = 'grid size-7 place-items-center rounded text-ink-2 hover:bg-well hover:text-ink'
</script>

<template>
  <div @focusout="leave">
    <span
      :id="`${id}-label`"
      :class="isLabelHidden ? 'sr-only' : ['mb-1 block text-small text-ink-2', plain ? '' : 'font-semibold']"
      >{{ label }}</span
    >
    <div
      :class="[
        'flex items-center rounded-md border bg-sheet pr-0.5 focus-within:outline-2',
        'focus-within:outline-offset-1 focus-within:outline-(--focus)',
        error ? 'border-bad' : 'border-edge',
      ]"
    >
      <DateFieldRoot
        v-slot="{ segments }"
        :key="locale"
        :model-value="value"
        :placeholder="value ?? start"
        :granularity="dayOnly ? 'day' : 'minute'"
        :hour-cycle="24"
        :locale="locale"
        :disabled="disabled"
        :aria-labelledby="`${id}-label`"
        :aria-describedby="error ? `${id}-error` : undefined"
        :aria-invalid="error ? true : undefined"
        class="flex min-w-0 grow flex-wrap items-center px-1 py-0.5"
        @update:model-value="take"
      >
        <template v-for="(segment, at) in segments" :key="`${segment.part}-${at}`">
          <DateFieldInput
            :part="segment.part"
            :class="
              segment.part === 'literal' ? 'text-ink-3' : 'inline-grid min-h-6 min-w-6 place-items-center'
            "
            class="rounded-sm whitespace-pre outline-none focus:bg-act focus:text-on-act data-placeholder:text-ink-3"
            >{{ segment.value }}</DateFieldInput
          >
        </template>
      </DateFieldRoot>
      <button
        v-if="!disabled"
        type="button"
        :class="step"
        :aria-label="labels.open(label)"
        :aria-expanded="isOpen"
        @click="isOpen = !isOpen"
      >
        <CalendarDays :size="15" aria-hidden="true" />
      </button>
    </div>
    <div
      v-if="isOpen"
      class="mt-1 rounded-md border border-rule bg-sheet p-2"
      @keydown.esc.stop.prevent="isOpen = false"
    >
      <CalendarRoot
        v-slot="{ weekDays, grid }"
        :model-value="day"
        :default-placeholder="day ?? parseDate(today)"
        :locale="locale"
        weekday-format="short"
        fixed-weeks
        initial-focus
        @update:model-value="pick"
      >
        <CalendarHeader class="flex items-center justify-between">
          <CalendarPrev :class="step" :aria-label="labels.previous"
            ><ChevronLeft :size="15" aria-hidden="true"
          /></CalendarPrev>
          <CalendarHeading class="text-small font-semibold" />
          <CalendarNext :class="step" :aria-label="labels.next"
            ><ChevronRight :size="15" aria-hidden="true"
          /></CalendarNext>
        </CalendarHeader>
        <CalendarGrid
          v-for="month in grid"
          :key="month.value.toString()"
          class="w-full border-collapse text-small"
        >
          <CalendarGridHead>
            <CalendarGridRow class="grid grid-cols-7">
              <CalendarHeadCell
                v-for="name in weekDays"
                :key="name"
                class="py-1 text-tiny font-normal text-ink-3"
                >{{ name }}</CalendarHeadCell
              >
            </CalendarGridRow>
          </CalendarGridHead>
          <CalendarGridBody>
            <CalendarGridRow v-for="(week, at) in month.rows" :key="at" class="grid grid-cols-7">
              <CalendarCell
                v-for="date in week"
                :key="date.toString()"
                :date="date"
                class="grid place-items-center"
              >
                <CalendarCellTrigger
                  :day="date"
                  :month="month.value"
                  :class="[
                    'grid h-7 w-full cursor-pointer place-items-center rounded',
                    'data-outside-view:text-ink-3 hover:bg-well data-selected:bg-act',
                    'data-selected:text-on-act',
                    isToday(date) ? 'font-semibold underline underline-offset-2' : '',
                  ]"
                />
              </CalendarCell>
            </CalendarGridRow>
          </CalendarGridBody>
        </CalendarGrid>
      </CalendarRoot>
      <div
        v-if="offered.length > 0"
        class="mt-2 flex flex-wrap gap-1 border-t border-rule pt-2"
        role="group"
        :aria-label="labels.offers"
      >
        <button
          v-for="at in offered"
          :key="at"
          type="button"
          class="min-h-6 rounded border border-edge px-1.5 text-small hover:bg-well"
          :aria-pressed="typed === at"
          @click="typed = at"
        >
          {{ at.slice(11) }}
        </button>
      </div>
      <button
        v-if="typed"
        type="button"
        class="mt-1 min-h-6 text-small font-semibold text-act underline-offset-2 hover:underline"
        :aria-label="labels.clear(label)"
        @click="clear"
      >
        {{ labels.none }}
      </button>
    </div>
    <p v-if="error" :id="`${id}-error`" class="mt-1 text-small text-bad" role="alert">{{ error }}</p>
    <p v-if="hint" class="mt-1 text-small text-ink-3">{{ hint }}</p>
  </div>
</template>
