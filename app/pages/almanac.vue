<script setup lang="ts">
import { almanacRoutes } from '#shared/almanac/routes'
import type { Prompt } from '#shared/almanac/prompts'
import type { AlmanacDateWithPosts, AlmanacEntry, DateKind } from '#shared/almanac/types'
import { pathOf } from '#shared/platform/route'
import * as words from '#shared/words'
import AlmanacDateRow from '~/almanac/AlmanacDateRow.vue'
import HolidayPlaces from '~/almanac/HolidayPlaces.vue'
import OtherCalendars from '~/almanac/OtherCalendars.vue'
import { useAlmanacDays } from '~/almanac/useAlmanacDays'

const LazyEntryForm = defineAsyncComponent(() => import('~/almanac/EntryForm.vue'))
const LazyPromptDialog = defineAsyncComponent(() => import('~/almanac/PromptDialog.vue'))

const labels = words.almanac
useHead({ title: `${labels.title} · ${words.frame.product}` })
const brand = useBrandStore()
const notices = useNoticesStore()
const session = useSessionStore()
const times = useTimes()
const route = useRoute()
const { today, inWords } = useAlmanacDays()

/** Days shown at first, and as many more at a time. */
const STEP = 92
const MOST = 400
const days = ref(STEP)
const from = computed(() => (typeof route.query['day'] === 'string' ? route.query['day'] : today.value))
const {
  data: dates,
  failed,
  reload,
} = useBrandQuery(almanacRoutes.dates, {
  changes: ['almanac', 'post', 'post-text', 'brand', 'clock'],
  given: () => ({ query: { from: from.value, days: days.value } }),
})
const { data: sources } = useBrandQuery(almanacRoutes.sources, {
  changes: ['almanac', 'brand'],
  enabled: () => brand.canWork,
})

type Group = keyof typeof labels.groups
const GROUPS: Record<Group, DateKind[]> = {
  holidays: ['holiday', 'observance'],
  days: ['day'],
  events: ['launch', 'fair', 'deadline'],
  prompts: ['prompt'],
  calendars: ['calendar'],
}
const group = ref<Group | 'all'>('all')
const isOf = (one: AlmanacDateWithPosts, name: Group | 'all'): boolean =>
  name === 'all' || GROUPS[name].includes(one.kind)
const choices = computed(() =>
  (['all', 'holidays', 'days', 'events', 'prompts', 'calendars'] as const).map((value) => ({
    value,
    label: value === 'all' ? labels.all : labels.groups[value],
    count: dates.value ? dates.value.filter((one) => isOf(one, value)).length : null,
  })),
)
const shown = computed(() => (dates.value ?? []).filter((one) => isOf(one, group.value)))
/** Its months, and in each its days. */
const months = computed(() => {
  const found = new Map<string, Map<string, AlmanacDateWithPosts[]>>()
  for (const one of shown.value) {
    const month = found.get(one.date.slice(0, 7)) ?? new Map<string, AlmanacDateWithPosts[]>()
    month.set(one.date, [...(month.get(one.date) ?? []), one])
    found.set(one.date.slice(0, 7), month)
  }
  return [...found].map(([month, ofDays]) => ({
    month,
    name: times.ofDate(`${month}-01`, { month: 'long', year: 'numeric' }),
    days: [...ofDays].map(([date, ofDay]) => ({ date, dates: ofDay })),
  }))
})
const isEmpty = computed(
  () =>
    dates.value?.length === 0 &&
    (!sources.value ||
      (sources.value.entries.length === 0 &&
        sources.value.places.length === 0 &&
        sources.value.calendars.length === 0)),
)

const isOpen = ref(false)
const isChoosing = ref(false)
const edited = shallowRef<AlmanacEntry | null>(null)
const start = shallowRef<Partial<AlmanacEntry>>({})
const entryOf = (id: string | null): AlmanacEntry | null =>
  sources.value?.entries.find((entry) => entry.id === id) ?? null
function edit(entry: AlmanacEntry | null, begun: Partial<AlmanacEntry> = {}): void {
  edited.value = entry
  start.value = begun
  isOpen.value = true
}
function take({ title, prompt }: Prompt): void {
  isChoosing.value = false
  edit(null, { kind: 'prompt', title, prompt })
}
const except = ({ of, date, title }: AlmanacDateWithPosts): Promise<unknown> =>
  brand
    .change(labels.leftOut(title, times.dateMonth(date)), () =>
      brand.call(almanacRoutes.except, { id: of!, body: { date } }),
    )
    .catch((error: unknown) => notices.complain(error))
const file = computed(() => pathOf(almanacRoutes.written, { brandId: session.brandId ?? '' }))
useKeys([{ keys: ['n'], message: labels.newTitle, work: true, run: () => edit(null) }])
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :help="labels.help">
      <PlainButton to="/schedule" kind="quiet">{{ labels.back }}</PlainButton>
      <span class="grow" />
      <template v-if="brand.canWork">
        <PlainButton @click="isChoosing = true">{{ labels.prompts.open }}</PlainButton>
        <PlainButton kind="act" @click="edit(null)">{{ labels.add }} <KeyHint name="n" on-act /></PlainButton>
      </template>
    </PageHead>
    <EmptyState v-if="failed && !dates" :title="labels.failed" :detail="failed">
      <PlainButton @click="reload">{{ words.frame.again }}</PlainButton>
    </EmptyState>
    <p v-else-if="!dates" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_300px] max-wide:block max-wide:overflow-y-auto"
    >
      <div
        class="min-h-0 overflow-y-auto bg-sheet px-5 py-3.5 max-wide:overflow-visible max-column:px-3.5"
        tabindex="0"
      >
        <EmptyState v-if="isEmpty" :title="labels.empty.title" :detail="labels.empty.detail" />
        <div v-else class="mx-auto max-w-[780px]">
          <ChoiceTabs v-model="group" class="-ml-3" :label="labels.kindChoice" :choices="choices" />
          <p v-if="shown.length === 0" class="mt-4 text-ink-3">
            {{ group === 'all' ? labels.noneSoon : labels.noneOfKind }}
          </p>
          <section v-for="month in months" :key="month.month" class="mt-4" :aria-label="month.name">
            <h2 class="part-name">{{ month.name }}</h2>
            <div
              v-for="day in month.days"
              :key="day.date"
              class="grid grid-cols-[92px_minmax(0,1fr)] border-t border-rule max-column:grid-cols-1"
            >
              <p class="pt-2 max-column:pb-0">
                <b class="serif text-[17px] font-medium">{{ times.dateDay(day.date) }}</b>
                <span class="block text-small text-ink-3 max-column:ml-2 max-column:inline">{{
                  inWords(day.date)
                }}</span>
              </p>
              <ul class="min-w-0 divide-y divide-rule">
                <AlmanacDateRow
                  v-for="(one, at) in day.dates"
                  :key="`${one.kind} ${one.of} ${one.title} ${one.before} ${at}`"
                  :date="one"
                  :is-own="entryOf(one.of) !== null"
                  @edit="edit(entryOf(one.of))"
                  @except="except(one)"
                />
              </ul>
            </div>
          </section>
          <p class="mt-4 border-t border-rule pt-3">
            <PlainButton v-if="days < MOST" @click="days = Math.min(MOST, days + STEP)">{{
              labels.later
            }}</PlainButton>
            <span v-else class="text-small text-ink-3">{{ labels.noLater }}</span>
          </p>
        </div>
      </div>
      <aside
        :class="[
          'min-h-0 overflow-y-auto border-l border-rule bg-paper px-4 py-4',
          'max-wide:overflow-visible max-wide:border-t max-wide:border-l-0',
        ]"
        tabindex="0"
        :aria-label="labels.madeFrom"
      >
        <div v-if="sources" class="grid gap-6">
          <HolidayPlaces :places="sources.places" />
          <section :aria-label="labels.own.title" class="grid gap-1.5">
            <h2 class="part-name">{{ labels.own.title }}</h2>
            <p v-if="sources.entries.length === 0" class="text-small text-ink-3">{{ labels.own.none }}</p>
            <ul v-else>
              <li v-for="entry in sources.entries" :key="entry.id">
                <button
                  type="button"
                  class="block w-full py-0.5 text-left hover:underline"
                  :aria-label="labels.editOf(entry.title)"
                  @click="edit(entry)"
                >
                  <span class="block font-medium wrap-anywhere">{{ entry.title }}</span>
                  <span class="block text-small text-ink-3">
                    {{ labels.entryKinds[entry.kind] }} ·
                    {{ entry.next ? labels.own.next(times.dateMonth(entry.next)) : labels.own.over }}
                  </span>
                </button>
              </li>
            </ul>
          </section>
          <OtherCalendars :calendars="sources.calendars" />
        </div>
        <p class="mt-6 grid gap-2 border-t border-rule pt-3 text-small text-ink-3">
          <a :href="file" download class="font-semibold text-act underline-offset-2 hover:underline">{{
            labels.save
          }}</a>
          <span>{{ labels.attribution }}</span>
        </p>
      </aside>
    </div>
    <LazyEntryForm :open="isOpen" :entry="edited" :start="start" @close="isOpen = false" />
    <LazyPromptDialog :open="isChoosing" @close="isChoosing = false" @take="take" />
  </div>
</template>
