<script setup lang="ts">
import {
  BellRing,
  CalendarDays,
  CircleHelp,
  Clock,
  Eye,
  Forward,
  Hand,
  KeyRound,
  ListEnd,
  Scissors,
  TriangleAlert,
  Workflow,
} from '@lucide/vue'
import type { NoticeKind, NoticeView } from '#shared/notices/types'
import * as words from '#shared/words'

defineProps<{ notice: NoticeView }>()
const labels = words.notice
const times = useTimes()
const ICONS: Record<NoticeKind, typeof Clock> = {
  'not-sent': TriangleAlert,
  'by-hand': Hand,
  decide: CircleHelp,
  'in-part': Scissors,
  late: Clock,
  token: KeyRound,
  'line-ends': ListEnd,
  rules: BellRing,
  almanac: CalendarDays,
  'order-rests': Workflow,
  'order-quiet': Workflow,
  'order-found': Workflow,
  'hand-on': Forward,
  review: Eye,
  'made-by-orders': Workflow,
}
const BAD: NoticeKind[] = ['not-sent', 'decide', 'in-part', 'token']
</script>

<template>
  <li class="grid grid-cols-[18px_minmax(0,1fr)_auto] items-start gap-x-3 py-3" :data-notice="notice.kind">
    <component
      :is="ICONS[notice.kind]"
      :size="16"
      class="mt-[3px]"
      :class="notice.settledAt ? 'text-ink-3' : BAD.includes(notice.kind) ? 'text-bad' : 'text-warn'"
      aria-hidden="true"
    />
    <div class="min-w-0">
      <p class="serif text-[16.5px] leading-snug font-medium" :class="notice.settledAt ? 'text-ink-2' : ''">
        {{ notice.title }}
      </p>
      <p class="max-w-[80ch] wrap-anywhere text-ink-2">{{ notice.message }}</p>
      <p class="mt-0.5 text-small text-ink-3">
        {{ times.dayTime(notice.at)
        }}<template v-if="notice.settledAt">
          · {{ labels.settledAt(times.dayTime(notice.settledAt)) }}</template
        ><template v-if="notice.toldAt"> · {{ labels.toldAt(times.time(notice.toldAt)) }}</template>
      </p>
    </div>
    <PlainButton :to="notice.link" :aria-label="`${labels.go}: ${notice.title}`">{{ labels.go }}</PlainButton>
  </li>
</template>
