<script setup lang="ts">
import type { Account } from '#shared/networks/types'
import type { ScheduleView } from '#shared/schedule/types'
import * as words from '#shared/words'
import { datesByDay } from '~/almanac/datesByDay'
import DaySign from '~/almanac/DaySign.vue'
import { cellOf, daysOf, entriesByCell } from './scheduleGrid'
import PostCard from './PostCard.vue'
import OpenSlot from './OpenSlot.vue'

const props = defineProps<{ view: ScheduleView; accounts: Account[] }>()
const emit = defineEmits<{ open: [cardId: string] }>()
const times = useTimes()
const cells = computed(() => entriesByCell(props.view, (at) => times.moment(at).date))
const dates = computed(() => datesByDay(props.view.dates))
const days = computed(() =>
  daysOf(props.view).map((date) => ({
    date,
    name: times.dateMonth(date),
    dates: dates.value.get(date) ?? [],
    entries: props.accounts
      .flatMap((account) =>
        (cells.value.get(cellOf(account.id, date)) ?? []).map((entry) => ({
          ...entry,
          account: account.name,
          accountId: account.id,
        })),
      )
      .sort((a, b) => a.at.localeCompare(b.at)),
  })),
)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto">
    <section v-for="day in days" :key="day.date" :aria-label="day.name">
      <h2 class="sticky top-0 z-10 border-b border-rule bg-paper px-3.5 py-1.5 text-small font-semibold">
        {{ day.name }}
        <DaySign class="ml-2 font-normal" :date="day.date" :dates="day.dates" />
      </h2>
      <ul class="grid grid-cols-1 gap-1 bg-sheet px-3 py-2">
        <li v-for="entry in day.entries" :key="entry.key">
          <PostCard
            v-if="entry.card"
            :card="entry.card"
            :account="entry.account"
            @open="emit('open', entry.card.id)"
          />
          <OpenSlot
            v-else
            :at="entry.at"
            :message="entry.message"
            :account="entry.account"
            :account-id="entry.accountId"
            :free="entry.free"
            :held="entry.held"
          />
        </li>
        <li v-if="day.entries.length === 0" class="py-1 text-small text-ink-3">
          {{ words.schedule.noSlots }}
        </li>
      </ul>
    </section>
  </div>
</template>
