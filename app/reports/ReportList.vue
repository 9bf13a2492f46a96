<script setup lang="ts">
import { Check, Copy, ExternalLink } from '@lucide/vue'
import { reportRoutes } from '#shared/reports/routes'
import type { ReportsView, ReportView } from '#shared/reports/types'
import * as words from '#shared/words'

/** The reports made so far, each with its address until that is ended. */
const props = defineProps<{ view: ReportsView; madeId: string }>()
const labels = words.reports
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const asking = ref<{ report: ReportView; deed: 'end' | 'remove' } | null>(null)
const busy = ref(false)
const copiedId = ref('')

const day = (text: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(new Date(`${text}T00:00:00Z`))
const facts = (report: ReportView): string =>
  [
    `${day(report.from)} – ${day(report.to)}`,
    report.madeBy === null
      ? labels.madeByItself(times.shortDayTime(report.madeAt))
      : labels.madeBy(report.madeBy, times.shortDayTime(report.madeAt)),
    ...(report.mailedAt ? [labels.mailed(times.shortDayTime(report.mailedAt))] : []),
    ...(report.endedAt ? [labels.ended(times.shortDayTime(report.endedAt))] : []),
  ].join(' · ')
async function copy({ id, address }: ReportView): Promise<void> {
  const whole = new URL(address ?? '', window.location.origin).href
  copiedId.value = await navigator.clipboard.writeText(whole).then(
    () => id,
    () => '',
  )
}
const ask = computed(() => (asking.value?.deed === 'remove' ? labels.removeAsk : labels.endAsk))
async function act(): Promise<void> {
  const one = asking.value
  if (!one) return
  busy.value = true
  try {
    if (one.deed === 'end') await brand.call(reportRoutes.end, { id: one.report.id })
    else await brand.call(reportRoutes.remove, { id: one.report.id })
    notices.say(one.deed === 'end' ? labels.endedNow : labels.removed)
    asking.value = null
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section :aria-label="labels.list">
    <h2 class="part-name">{{ labels.list }}</h2>
    <p v-if="props.view.reports.length === 0" class="mt-2 text-ink-2">{{ labels.empty }}</p>
    <ul v-else class="mt-2 divide-y divide-rule border-y border-rule">
      <li
        v-for="report in props.view.reports"
        :key="report.id"
        class="-mx-2 flex flex-wrap items-center gap-x-4 gap-y-2 px-2 py-3"
        :class="report.id === madeId ? 'bg-mark/20' : ''"
      >
        <div class="min-w-[220px] grow basis-0">
          <p class="serif text-[16px] wrap-anywhere" :class="report.address ? '' : 'text-ink-3'">
            {{ report.title }}
          </p>
          <p class="text-small text-ink-2">{{ facts(report) }}</p>
          <p v-if="report.message" class="text-small text-warn">{{ report.message }}</p>
        </div>
        <div class="flex flex-wrap items-center gap-2">
          <template v-if="report.address">
            <a
              v-for="file in [
                { name: labels.open, end: '' },
                ...(view.canPrint ? [{ name: labels.pdf, end: '.pdf' }] : []),
                { name: labels.csv, end: '.csv' },
              ]"
              :key="file.name"
              :href="`${report.address}${file.end}`"
              target="_blank"
              rel="noopener"
              class="inline-flex items-center gap-1 font-semibold text-act underline underline-offset-2"
              >{{ file.name }}<ExternalLink v-if="file.end === ''" :size="13" aria-hidden="true"
            /></a>
            <PlainButton @click="copy(report)"
              ><component :is="copiedId === report.id ? Check : Copy" :size="14" aria-hidden="true" />{{
                copiedId === report.id ? words.frame.copied : labels.copy
              }}</PlainButton
            >
            <PlainButton v-if="brand.canWork" @click="asking = { report, deed: 'end' }">{{
              labels.end
            }}</PlainButton>
          </template>
          <PlainButton v-else-if="brand.canWork" @click="asking = { report, deed: 'remove' }">{{
            labels.remove
          }}</PlainButton>
        </div>
      </li>
    </ul>
    <p v-if="!view.canPrint" class="mt-2 text-small text-ink-3">{{ labels.noPdf }}</p>
    <AskDialog
      :open="asking !== null"
      :title="ask.title"
      :detail="ask.detail"
      :yes="ask.yes"
      :no="ask.no"
      :busy="busy"
      @yes="act"
      @no="asking = null"
    />
  </section>
</template>
