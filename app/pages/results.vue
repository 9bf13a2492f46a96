<script setup lang="ts">
import { resultsRoutes } from '#shared/results/routes'
import type { Measure } from '#shared/results/types'
import * as words from '#shared/words'
import ResultFacts from '~/results/ResultFacts.vue'
import PostTable from '~/results/PostTable.vue'

// Charts come once there is something to draw.
const LazyHourChart = defineAsyncComponent(() => import('~/results/HourChart.vue'))
const LazyGroupChart = defineAsyncComponent(() => import('~/results/GroupChart.vue'))
const LazyStandingOut = defineAsyncComponent(() => import('~/results/StandingOut.vue'))
const LazyPillarMix = defineAsyncComponent(() => import('~/results/PillarMix.vue'))
const LazyWeekChart = defineAsyncComponent(() => import('~/results/WeekChart.vue'))
const LazyFollowersChart = defineAsyncComponent(() => import('~/results/FollowersChart.vue'))
const LazySourceTable = defineAsyncComponent(() => import('~/results/SourceTable.vue'))

const labels = words.results
useHead({ title: `${labels.title} · ${words.frame.product}` })
const route = useRoute()
const router = useRouter()
const brand = useBrandStore()
const times = useTimes()
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
const PERIODS = ['28', '91', '365'] as const
const MEASURES: Measure[] = ['responses', 'answers', 'clicks']
const period = ref<(typeof PERIODS)[number]>(PERIODS.find((one) => one === asked('days')) ?? '28')
const account = ref(asked('account'))
const measure = ref<Measure>(MEASURES.find((one) => one === asked('measure')) ?? 'responses')
watch([period, account, measure], () => {
  if (route.path !== '/results') return
  void router.replace({
    path: '/results',
    query: {
      ...(period.value === '28' ? {} : { days: period.value }),
      ...(account.value ? { account: account.value } : {}),
      ...(measure.value === 'responses' ? {} : { measure: measure.value }),
    },
  })
})

const { data: view, failed } = useBrandQuery(resultsRoutes.results, {
  changes: ['responses', 'pillar', 'source', 'account', 'clock'],
  given: () => ({ query: { days: period.value, account: account.value, measure: measure.value } }),
})
const periods = PERIODS.map((value) => ({ value, label: labels.periods[value], count: null }))
const accountName = computed(
  () => view.value?.accounts.find(({ id }) => id === view.value?.hoursAccountId)?.name ?? '',
)
const range = computed(() =>
  view.value ? labels.range(times.dayMonth(view.value.from), times.dayMonth(view.value.to)) : '',
)
const remarks = computed(() => {
  const one = view.value
  if (!one) return []
  return [
    ...(one.hasBefore ? [] : [labels.noBefore(labels.before[period.value])]),
    ...(one.young > 0 ? [labels.young(one.young)] : []),
    ...(one.uncounted > 0 ? [labels.uncounted(one.uncounted)] : []),
    ...one.accounts
      .filter(({ id, trouble }) => trouble !== null && (one.accountId === null || id === one.accountId))
      .map(({ name, trouble }) => labels.trouble(name, trouble!)),
    ...one.accounts
      .filter(({ posts, tells, trouble }) => posts > 0 && !tells && trouble === null)
      .map(({ name }) => labels.untold(name)),
  ]
})
const isEmpty = computed(() => view.value !== null && view.value?.sent.now === 0)
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="words.screenHelp.results">
      <ChoiceTabs v-model="period" :label="labels.period" :choices="periods" />
      <PlainSelect v-model="account" :label="labels.account">
        <option value="">{{ labels.allAccounts }}</option>
        <option v-for="one in brand.view?.accounts ?? []" :key="one.id" :value="one.id">
          {{ one.name }} {{ one.handle }}
        </option>
      </PlainSelect>
      <PlainSelect v-model="measure" :label="labels.measure">
        <option v-for="one in MEASURES" :key="one" :value="one">{{ labels.measures[one] }}</option>
      </PlainSelect>
      <p class="ml-auto text-small text-ink-3">{{ range }}</p>
      <PlainButton to="/reports" class="print:hidden">{{ labels.toReports }}</PlainButton>
    </PageHead>
    <EmptyState v-if="failed && !view" :title="labels.failed" :detail="failed" />
    <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState v-else-if="isEmpty" :title="labels.empty.title" :detail="labels.empty.detail">
      <PlainButton to="/schedule">{{ labels.empty.toSchedule }}</PlainButton>
    </EmptyState>
    <div
      v-else
      class="min-h-0 grow overflow-y-auto px-3.5 py-3.5 print:overflow-visible"
      data-testid="results"
    >
      <ResultFacts :view="view" />
      <ul v-if="remarks.length > 0" class="mt-2 space-y-0.5 text-small text-ink-2">
        <li v-for="remark in remarks" :key="remark">{{ remark }}</li>
      </ul>
      <div class="mt-3.5 grid grid-cols-2 gap-3.5 max-wide:grid-cols-1">
        <LazyHourChart
          :hours="view.hours"
          :account="accountName"
          :suggested-at="view.hoursAccountId ? `/suggested-times/${view.hoursAccountId}` : ''"
        />
        <LazyGroupChart :groups="view.groups" />
      </div>
      <div class="mt-3.5 grid grid-cols-[minmax(0,2fr)_minmax(0,1fr)] gap-3.5 max-wide:grid-cols-1">
        <LazyStandingOut :view="view" />
        <LazyPillarMix :view="view" />
      </div>
      <PostTable class="mt-3.5" :view="view" />
      <div class="mt-3.5 grid grid-cols-2 items-start gap-3.5 max-wide:grid-cols-1">
        <LazySourceTable :sources="view.sources" />
        <div class="flex flex-col gap-3.5">
          <LazyWeekChart :cells="view.weekHours" :account="accountName" />
          <LazyFollowersChart :view="view" />
        </div>
      </div>
    </div>
  </div>
</template>
