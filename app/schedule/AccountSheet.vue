<script setup lang="ts">
import { Pause } from '@lucide/vue'
import type { Account } from '#shared/networks/types'
import type { Card, ScheduleView } from '#shared/schedule/types'
import * as words from '#shared/words'
import { datesByDay } from '~/almanac/datesByDay'
import DaySign from '~/almanac/DaySign.vue'
import { cellOf, daysOf, entriesByCell, type SheetEntry } from './scheduleGrid'
import SheetCell from './SheetCell.vue'
import type { Shift } from './useCardShift'

const props = defineProps<{ view: ScheduleView; accounts: Account[]; alone: string | null }>()
const emit = defineEmits<{
  open: [cardId: string]
  alone: [accountId: string | null]
  hold: [accountId: string]
  shift: [card: Card, where: Shift]
}>()
const labels = words.schedule
const times = useTimes()
const clock = useClockStore()
const brand = useBrandStore()
const today = computed(() => times.moment(clock.now).date)
const days = computed(() => daysOf(props.view))
const dates = computed(() => datesByDay(props.view.dates))
// Made once for what is shown: the sheet is drawn anew with every place a dragged card passes.
const cells = computed(() => entriesByCell(props.view, (at) => times.moment(at).date))
const NONE: SheetEntry[] = []
const entries = (accountId: string, date: string): SheetEntry[] =>
  cells.value.get(cellOf(accountId, date)) ?? NONE
const summary = (account: Account): { lined: string; open: string; ends: string } => {
  const found = props.view.perAccount.find((item) => item.accountId === account.id)
  return {
    lined: labels.inLine(found?.waiting ?? 0),
    open:
      account.slots.length === 0
        ? labels.noTimetable
        : found?.firstOpenAt
          ? labels.firstOpen(times.nearDay(found.firstOpenAt))
          : labels.allTaken,
    ends: found?.endsAt ? labels.ends(times.nearDay(found.endsAt)) : '',
  }
}
const holdLabel = (account: Account): string => {
  const hold = account.hold ?? brand.view?.brand.hold ?? null
  return hold
    ? [words.hold.on(hold.until ? times.shortDayTime(hold.until) : null), hold.reason]
        .filter(Boolean)
        .join(': ')
    : ''
}
</script>

<template>
  <div class="min-h-0 min-w-0 grow overflow-auto">
    <table
      class="h-full w-full table-fixed border-collapse"
      :class="alone ? 'min-w-[800px]' : 'min-w-[900px]'"
      :aria-label="labels.sheet"
    >
      <thead class="sticky top-0 z-10 bg-paper">
        <tr>
          <td class="w-40 border-r border-b border-rule" />
          <th
            v-for="date in days"
            :key="date"
            scope="col"
            class="border-r border-b border-rule px-2.5 py-1.5 text-left align-top text-small font-semibold"
            :class="date === today ? 'text-ink shadow-[inset_0_-2px_0_var(--bad)]' : 'text-ink-2'"
          >
            {{ times.dateDay(date) }}
            <DaySign
              v-if="dates.has(date)"
              class="flex w-full font-normal"
              :date="date"
              :dates="dates.get(date)!"
            />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="account in accounts" :key="account.id">
          <th scope="row" class="border-r border-b border-rule p-2.5 text-left align-top font-normal">
            <button
              type="button"
              class="serif block min-h-6 max-w-full truncate text-left text-[15px] leading-tight font-semibold hover:underline"
              :aria-pressed="alone === account.id"
              :title="alone === account.id ? labels.together : labels.alone(account.name)"
              @click="emit('alone', alone === account.id ? null : account.id)"
            >
              {{ account.name }}
            </button>
            <span class="block truncate text-tiny text-ink-2">{{ account.handle }}</span>
            <span class="block text-tiny text-ink-2">{{
              labels.rules(account.rules.limit, account.perDay)
            }}</span>
            <span class="mt-2 block text-tiny text-ink-2">{{ summary(account).lined }}</span>
            <span class="block text-tiny text-ink-2">{{ summary(account).open }}</span>
            <span class="block text-tiny text-ink-2">{{ summary(account).ends }}</span>
            <span
              v-if="holdLabel(account)"
              class="mt-1 flex items-start gap-1 text-tiny font-semibold text-warn"
              ><Pause :size="11" class="mt-0.5 shrink-0" aria-hidden="true" />{{ holdLabel(account) }}</span
            >
            <span v-if="account.trouble" class="mt-1 block text-tiny text-bad">{{ account.trouble }}</span>
            <span class="mt-1.5 flex flex-wrap gap-x-2">
              <NuxtLink
                :to="`/timetable/${account.id}`"
                class="inline-flex min-h-6 items-center text-tiny font-semibold text-act underline-offset-2 hover:underline"
                >{{ labels.openTimetable }}</NuxtLink
              >
              <button
                v-if="brand.canWork"
                type="button"
                class="min-h-6 text-tiny font-semibold text-act underline-offset-2 hover:underline"
                :aria-label="
                  account.hold
                    ? words.hold.liftTitle.account(account.name)
                    : words.hold.title.account(account.name)
                "
                @click="emit('hold', account.id)"
              >
                {{ account.hold ? words.hold.lift : words.hold.act }}
              </button>
            </span>
          </th>
          <SheetCell
            v-for="date in days"
            :key="date"
            :account-id="account.id"
            :date="date"
            :entries="entries(account.id, date)"
            @open="emit('open', $event)"
            @shift="(card, where) => emit('shift', card, where)"
          />
        </tr>
      </tbody>
    </table>
  </div>
</template>
