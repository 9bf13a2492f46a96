<script setup lang="ts">
import { ChevronDown, ChevronUp } from '@lucide/vue'
import type { PostResult, ResultsView } from '#shared/results/types'
import * as words from '#shared/words'
import ChartFrame from './ChartFrame.vue'

/** The posts of the period: each leads to its own page; sorted by whatever one asks for. */
const props = defineProps<{ view: ResultsView }>()
type Column = 'at' | 'answers' | 'clicks' | 'views'
const labels = words.results.posts
const brand = useBrandStore()
const times = useTimes()
const sortedBy = ref<Column>('answers')
const isUp = ref(false)
const text = ref('')
const pillar = ref('')
const SHOWN = 12
const showsAll = ref(false)

const hasViews = computed(() => props.view.posts.some(({ views }) => views !== null))
const columns = computed((): Column[] => [
  'at',
  'answers',
  'clicks',
  ...(hasViews.value ? (['views'] as const) : []),
])
const valueOf = (post: PostResult, column: Column): number | null =>
  column === 'at' ? Date.parse(post.at) : post[column]
const found = computed(() => {
  const wanted = text.value.trim().toLowerCase()
  return props.view.posts.filter(
    (post) =>
      (wanted === '' || `${post.text} ${post.source ?? ''}`.toLowerCase().includes(wanted)) &&
      (pillar.value === '' || (post.pillarId ?? 'none') === pillar.value),
  )
})
const sorted = computed(() =>
  [...found.value].sort((a, b) => {
    const [one, other] = [valueOf(a, sortedBy.value), valueOf(b, sortedBy.value)]
    // What was not told stands last, whichever way the rest goes.
    if (one === null || other === null) return Number(one === null) - Number(other === null)
    return isUp.value ? one - other : other - one
  }),
)
const shown = computed(() => (showsAll.value ? sorted.value : sorted.value.slice(0, SHOWN)))
function sortBy(column: Column): void {
  if (sortedBy.value === column) isUp.value = !isUp.value
  else [sortedBy.value, isUp.value] = [column, false]
}
const accountOf = (id: string): string =>
  props.view.accounts.find((account) => account.id === id)?.name ?? labels.goneAccount
const rows = computed(() =>
  sorted.value.map((post) => [
    post.text,
    accountOf(post.accountId),
    times.dayTime(post.at),
    post.source,
    post.likes,
    post.reshares,
    post.replies,
    post.quotes,
    post.answers,
    post.clicks,
  ]),
)
const sentence = computed(() =>
  props.view.postsInAll > props.view.posts.length
    ? labels.latest(props.view.posts.length, props.view.postsInAll)
    : labels.sentence(props.view.posts.length),
)
const pillars = computed(() => brand.view?.pillars ?? [])
</script>

<template>
  <ChartFrame
    :title="labels.title"
    :sentence="sentence"
    file="posts"
    :head="labels.head"
    :rows="rows"
    is-table
  >
    <template #choice>
      <div class="mt-2 flex flex-wrap items-center gap-2 print:hidden">
        <input
          v-model="text"
          type="search"
          :placeholder="labels.search"
          :aria-label="labels.search"
          maxlength="200"
          class="w-[200px] rounded border border-rule bg-sheet px-2 py-1 text-small"
        />
        <PlainSelect v-model="pillar" :label="labels.pillar">
          <option value="">{{ labels.anyPillar }}</option>
          <option v-for="one in pillars" :key="one.id" :value="one.id">{{ one.name }}</option>
        </PlainSelect>
      </div>
    </template>
    <p v-if="found.length === 0" class="py-6 text-center text-ink-2">{{ labels.noneFound }}</p>
    <div v-else class="overflow-x-auto" tabindex="0" role="group" :aria-label="labels.title">
      <table class="w-full text-small">
        <thead>
          <tr class="text-left text-ink-3">
            <th class="pb-1 font-normal">{{ labels.post }}</th>
            <th class="pb-1 pl-3 font-normal max-column:hidden">{{ labels.account }}</th>
            <th class="pb-1 pl-3 font-normal max-wide:hidden">{{ labels.source }}</th>
            <th
              v-for="column in columns"
              :key="column"
              class="pb-1 pl-3 font-normal"
              :class="column === 'at' ? 'max-column:hidden' : 'text-right'"
              :aria-sort="sortedBy !== column ? 'none' : isUp ? 'ascending' : 'descending'"
            >
              <button
                type="button"
                class="inline-flex items-center gap-0.5 hover:text-ink"
                :class="sortedBy === column ? 'font-semibold text-ink' : ''"
                @click="sortBy(column)"
              >
                {{ labels.columns[column] }}
                <component
                  :is="isUp ? ChevronUp : ChevronDown"
                  v-if="sortedBy === column"
                  :size="12"
                  aria-hidden="true"
                />
              </button>
            </th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          <tr v-for="post in shown" :key="post.deliveryId" class="hover:bg-well/40">
            <td class="max-w-0 min-w-[200px] py-[7px]" style="width: 46%">
              <NuxtLink :to="`/delivery/${post.deliveryId}`" class="flex items-baseline gap-2" dir="auto">
                <i
                  class="size-[7px] shrink-0 self-center rounded-[1px]"
                  :style="{ background: brand.pillarInk(post.pillarId) }"
                  aria-hidden="true"
                />
                <span class="serif truncate text-[14.5px]">{{ post.text }}</span>
              </NuxtLink>
            </td>
            <td
              class="max-w-[130px] truncate py-[7px] pl-3 text-ink-2 max-column:hidden"
              :title="accountOf(post.accountId)"
            >
              {{ accountOf(post.accountId) }}
            </td>
            <td class="max-w-[150px] truncate py-[7px] pl-3 text-ink-2 max-wide:hidden">
              {{ post.source ?? labels.noSource }}
            </td>
            <td class="py-[7px] pl-3 whitespace-nowrap text-ink-2 max-column:hidden">
              {{ times.shortDayTime(post.at) }}
            </td>
            <td
              class="py-[7px] pl-3 text-right tabular-nums"
              :title="labels.parts(post.likes, post.reshares, post.replies, post.quotes)"
            >
              <span v-if="post.answers !== null" :class="sortedBy === 'answers' ? 'font-semibold' : ''">{{
                post.answers
              }}</span>
              <span v-else class="text-ink-3">{{ words.results.notTold }}</span>
            </td>
            <td class="py-[7px] pl-3 text-right tabular-nums">
              <span v-if="post.clicks !== null" :class="sortedBy === 'clicks' ? 'font-semibold' : ''">{{
                post.clicks
              }}</span>
              <span v-else class="text-ink-3" :title="labels.noShortLink">{{ words.results.notTold }}</span>
            </td>
            <td v-if="hasViews" class="py-[7px] pl-3 text-right tabular-nums">
              {{ post.views ?? words.results.notTold }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="sorted.length > SHOWN" class="mt-2 print:hidden">
      <PlainButton kind="quiet" @click="showsAll = !showsAll">{{
        showsAll ? labels.fewer : labels.all(sorted.length)
      }}</PlainButton>
    </div>
  </ChartFrame>
</template>
