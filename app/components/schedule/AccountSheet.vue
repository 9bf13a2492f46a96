<script setup lang="ts">
import type { Account, ScheduleView } from '#shared/api'
import { words } from '#shared/words'
import { daysOf, entriesOf } from '../../utils/sheet'

const props = defineProps<{ view: ScheduleView; accounts: Account[] }>()
const emit = defineEmits<{ open: [cardId: string] }>()
const says = words.schedule
const times = useTimes()
const clock = useClockStore()
const today = computed(() => times.moment(clock.now).date)
const days = computed(() => daysOf(props.view))
const dayName = (date: string): string => times.day(Date.parse(`${date}T12:00:00Z`))
const entries = (accountId: string, date: string) => entriesOf(props.view, accountId, date, (at) => times.moment(at).date)
const summary = (accountId: string): { lined: string; open: string } => {
  const found = props.view.perAccount.find((one) => one.accountId === accountId)
  return { lined: says.inLine(found?.lined ?? 0), open: found?.firstOpenAt ? says.firstOpen(times.day(found.firstOpenAt)) : says.allTaken }
}
</script>

<template>
  <div class="min-h-0 grow overflow-auto">
    <table class="h-full w-full min-w-[900px] table-fixed border-collapse" :aria-label="says.sheet">
      <thead class="sticky top-0 z-10 bg-paper">
        <tr>
          <td class="w-32 border-r border-b border-rule" />
          <th
            v-for="date in days"
            :key="date"
            scope="col"
            class="border-r border-b border-rule px-2.5 py-1.5 text-left text-small font-semibold"
            :class="date === today ? 'text-ink shadow-[inset_0_-2px_0_var(--bad)]' : 'text-ink-2'"
          >
            {{ dayName(date) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="account in accounts" :key="account.id">
          <th scope="row" class="border-r border-b border-rule p-2.5 text-left align-top font-normal">
            <a class="serif block text-[15px] leading-tight font-semibold">{{ account.name }}</a>
            <span class="block truncate text-tiny text-ink-2">{{ account.handle }}</span>
            <span class="block text-tiny text-ink-2">{{ says.rules(account.rules.limit, account.perDay) }}</span>
            <span class="mt-2 block text-tiny text-ink-2">{{ summary(account.id).lined }}</span>
            <span class="block text-tiny text-ink-2">{{ summary(account.id).open }}</span>
            <span v-if="account.trouble" class="mt-1 block text-tiny text-bad">{{ account.trouble }}</span>
          </th>
          <td v-for="date in days" :key="date" class="border-r border-b border-rule bg-sheet p-[5px] align-top">
            <ul class="grid grid-cols-1 gap-1">
              <li v-for="entry in entries(account.id, date)" :key="entry.key">
                <PostCard v-if="entry.card" :card="entry.card" @open="emit('open', entry.card.id)" />
                <OpenSlot v-else :at="entry.at" :says="entry.says" />
              </li>
            </ul>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
