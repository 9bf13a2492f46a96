<script setup lang="ts">
import { CalendarX, CircleAlert, Clock, Copy, Pause, PieChart } from '@lucide/vue'
import { scheduleRoutes } from '#shared/schedule/routes'
import type { FoundAhead } from '#shared/schedule/types'
import * as words from '#shared/words'
import { type HoldTarget, PLAN_CHANGES, useScheduleStore } from './scheduleStore'
import PlannedShares from './PlannedShares.vue'

/** What stands out in the days to come, each with what settles it beside it. */
const emit = defineEmits<{ lift: [of: HoldTarget]; day: [date: string] }>()
const labels = words.ahead
const schedule = useScheduleStore()
const brand = useBrandStore()
const times = useTimes()
const goTo = useGoTo()
const {
  data: found,
  failed,
  reload,
} = useBrandQuery(scheduleRoutes.lookAhead, {
  changes: [...PLAN_CHANGES, 'post', 'post-text'],
  freshMs: 0,
})
const ICONS = {
  hold: Pause,
  'no-timetable': CalendarX,
  'no-place': CircleAlert,
  'out-of-date': Clock,
  'not-firm-soon': Clock,
  'empty-day': CalendarX,
  'full-day': CircleAlert,
  'line-ends': Clock,
  'link-twice': Copy,
  mix: PieChart,
}
const SERIOUS = ['hold', 'no-timetable', 'no-place', 'out-of-date']
const when = (item: FoundAhead): string =>
  item.days.length > 0
    ? item.days.map((day) => times.dateDay(day)).join(', ')
    : item.at
      ? times.shortDayTime(item.at)
      : ''
const pillarName = (id: string | null): string =>
  brand.view?.pillars.find((pillar) => pillar.id === id)?.name ?? ''

interface Fix {
  message: string
  run: () => unknown
}
function fixesOf(finding: FoundAhead): Fix[] {
  const account = brand.view?.accounts.find(({ id }) => id === finding.accountId)
  const open: Fix[] = finding.postId
    ? [{ message: labels.fixes.post, run: () => goTo(`/desk/${finding.postId}`) }]
    : []
  const takeOut: Fix[] =
    finding.queueItemId && brand.canWork
      ? [{ message: labels.fixes.takeOut, run: () => schedule.takeOut(finding.queueItemId!) }]
      : []
  const timetable: Fix = {
    message: labels.fixes.timetable,
    run: () => goTo(`/timetable/${finding.accountId}`),
  }
  switch (finding.kind) {
    case 'hold':
      // A sign-in that ended is not lifted, but given a new token.
      if (account?.hold && account.trouble)
        return [{ message: labels.fixes.token, run: () => goTo(`/account/${account.id}`) }]
      return brand.canWork
        ? [
            {
              message: labels.fixes.lift,
              run: () =>
                emit('lift', account?.hold ? { kind: 'account', id: finding.accountId } : { kind: 'brand' }),
            },
          ]
        : []
    case 'out-of-date':
    case 'link-twice':
      return [...open, ...takeOut]
    case 'no-place':
    case 'not-firm-soon':
      return open
    case 'no-timetable':
    case 'mix':
      return [timetable]
    case 'line-ends':
      return [{ message: labels.fixes.write, run: () => goTo('/wire') }]
    default:
      return [{ message: labels.fixes.day, run: () => emit('day', finding.days[0]!) }]
  }
}
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto bg-sheet">
    <div v-if="failed" class="p-6">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="found === null" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState
      v-else-if="found.length === 0"
      :title="labels.nothing.title"
      :detail="labels.nothing.detail"
    />
    <template v-else>
      <PlannedShares class="border-b border-rule px-5 py-4" />
      <ul class="divide-y divide-rule" :aria-label="labels.title">
        <li
          v-for="(finding, at) in found"
          :key="at"
          class="grid grid-cols-[18px_150px_minmax(0,1fr)_auto] items-start gap-x-3 px-5 py-2.5 max-column:grid-cols-[18px_minmax(0,1fr)]"
          :data-finding="finding.kind"
        >
          <component
            :is="ICONS[finding.kind]"
            :size="15"
            class="mt-0.5"
            :class="SERIOUS.includes(finding.kind) ? 'text-bad' : 'text-warn'"
            aria-hidden="true"
          />
          <span>
            <b class="block font-semibold">{{ labels.kinds[finding.kind] }}</b>
            <span class="block text-small text-ink-2">{{ brand.accountName(finding.accountId) }}</span>
          </span>
          <span class="min-w-0 max-column:col-start-2">
            <span v-if="finding.text" class="serif line-clamp-1 text-[14.5px]" dir="auto">{{
              finding.text
            }}</span>
            <span class="block text-ink-2">{{
              [when(finding), pillarName(finding.pillar), finding.message].filter(Boolean).join(' · ')
            }}</span>
          </span>
          <span class="flex flex-wrap justify-end gap-1.5 max-column:col-start-2 max-column:justify-start">
            <PlainButton v-for="fix in fixesOf(finding)" :key="fix.message" @click="fix.run()">{{
              fix.message
            }}</PlainButton>
          </span>
        </li>
      </ul>
    </template>
  </div>
</template>
