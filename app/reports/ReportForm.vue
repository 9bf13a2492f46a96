<script setup lang="ts">
import { reportRoutes } from '#shared/reports/routes'
import { reportSchema } from '#shared/reports/schemas'
import { REPORT_PARTS, type ReportPart } from '#shared/reports/types'
import * as words from '#shared/words'
import PartChoice from './PartChoice.vue'
import { daysOf, READY_PERIODS, type ReadyPeriod } from './periods'

/** What stands in a report, and making it. */
const emit = defineEmits<{ made: [id: string] }>()
const labels = words.reports
const brand = useBrandStore()
const times = useTimes()
const clock = useClockStore()
const today = computed(() => times.toField(new Date(clock.now).toISOString()).slice(0, 10))

const form = useForm(reportSchema, {
  title: '',
  from: '',
  to: '',
  opening: '',
  parts: [...REPORT_PARTS] as ReportPart[],
})
const ready = ref<ReadyPeriod | ''>('days')
/** The title that came with the period: one's own is left alone. */
let given = ''
function take(period: ReadyPeriod): void {
  const days = daysOf(period, today.value)
  Object.assign(form.values, days)
  const isOwn = form.values.title !== '' && form.values.title !== given
  given = titleOf(days.from, days.to)
  if (!isOwn) form.values.title = given
}
function titleOf(from: string, to: string): string {
  const said = (day: string, options: Intl.DateTimeFormatOptions): string =>
    new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' }).format(new Date(`${day}T00:00:00Z`))
  const isMonth = from.slice(0, 7) === to.slice(0, 7) && from.endsWith('-01')
  if (isMonth) return labels.usualTitle(said(from, { month: 'long', year: 'numeric' }))
  const [first, last] = [
    said(from, { day: 'numeric', month: 'short' }),
    said(to, { day: 'numeric', month: 'short', year: 'numeric' }),
  ]
  return labels.usualTitle(`${first} – ${last}`)
}
watch(ready, (period) => period && take(period))
watch(
  () => brand.view !== null,
  (known) => known && form.values.from === '' && take('days'),
  { immediate: true },
)
async function make(): Promise<void> {
  let id = ''
  const done = await form.send(async (values) => {
    id = (await brand.call(reportRoutes.make, { body: values })).id
  })
  if (done) emit('made', id)
}
</script>

<template>
  <form class="grid content-start gap-4" novalidate @submit.prevent="make">
    <h2 class="part-name">{{ labels.make }}</h2>
    <div class="flex flex-wrap gap-1.5" role="group" :aria-label="labels.making">
      <button
        v-for="period in READY_PERIODS"
        :key="period"
        type="button"
        class="rounded-full border px-2.5 py-1 text-small"
        :class="ready === period ? 'border-ink bg-ink text-paper' : 'border-edge bg-sheet text-ink-2'"
        :aria-pressed="ready === period"
        @click="ready = period"
      >
        {{ labels.ready[period] }}
      </button>
    </div>
    <div class="grid grid-cols-2 gap-3">
      <TextField
        v-model="form.values.from"
        :label="labels.from"
        type="date"
        :max="today"
        :error="form.errors.value.from"
        @leave="form.leave('from')"
        @update:model-value="ready = ''"
      />
      <TextField
        v-model="form.values.to"
        :label="labels.to"
        type="date"
        :error="form.errors.value.to"
        @leave="form.leave('to')"
        @update:model-value="ready = ''"
      />
    </div>
    <TextField
      v-model="form.values.title"
      :label="labels.name"
      maxlength="120"
      :error="form.errors.value.title"
      @leave="form.leave('title')"
    />
    <TextField
      v-model="form.values.opening"
      :label="labels.opening"
      :hint="labels.openingHint"
      :lines="4"
      :error="form.errors.value.opening"
      @leave="form.leave('opening')"
    />
    <PartChoice v-model="form.values.parts" />
    <ErrorMessage :message="form.problem.value" />
    <div>
      <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ labels.make }}</PlainButton>
    </div>
  </form>
</template>
