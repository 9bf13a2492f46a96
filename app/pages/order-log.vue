<script setup lang="ts">
import { orderRoutes } from '#shared/orders/routes'
import type { LogOutcome, LogPage, LogRow } from '#shared/orders/types'
import * as words from '#shared/words'
import { groupBy } from '#core/grouped'
import { useOrders } from '~/orders/useOrders'

const labels = words.orders.logPage
useHead({ title: `${labels.title} · ${words.frame.product}` })
const route = useRoute()
const router = useRouter()
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const orders = useOrders()
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
/** What was done; `all`: what was left too, which is most. */
const outcome = ref(asked('outcome') || 'done')
const order = ref(asked('order'))
const given = computed(() => ({
  query: {
    outcome: outcome.value,
    ...(order.value ? { order: order.value } : {}),
  },
}))
watch(given, ({ query }) => void router.replace({ path: '/order-log', query }))
const first = useBrandQuery(orderRoutes.log, {
  changes: ['order', 'post', 'line', 'delivery'],
  given: () => given.value,
})
/** Pages behind the first, until something changes. */
const earlier = shallowRef<LogPage[]>([])
watch(
  () => first.data.value,
  () => (earlier.value = []),
)
const pages = computed(() => (first.data.value ? [first.data.value, ...earlier.value] : []))
const next = computed(() => pages.value.at(-1)?.next ?? null)
const rows = computed(() => pages.value.flatMap((page) => page.rows))
const days = computed(() => [...groupBy(rows.value, ({ at }) => times.moment(at).date)])
/** What one run of an order did together, at the first of it; what is alone has its own button. */
const together = computed(() => {
  const able = rows.value.filter(({ mayUndo }) => mayUndo)
  const runs = [...groupBy(able, ({ runId, orderId }) => `${runId} ${orderId}`).values()]
  return new Map(runs.filter(({ length }) => length > 1).map((run) => [run[0]!.id, run.map(({ id }) => id)]))
})
const busy = ref(false)
async function more(): Promise<void> {
  busy.value = true
  try {
    const page = await brand.call(orderRoutes.log, { query: { ...given.value.query, before: next.value! } })
    earlier.value = [...earlier.value, page]
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
const undo = (body: { ids: string[] }): Promise<unknown> =>
  brand
    .change(
      ({ count }) => labels.saidUndone(count),
      () => brand.call(orderRoutes.undo, { body }),
    )
    .catch((error: unknown) => notices.complain(error))
const INKS: Record<LogOutcome, string> = {
  done: 'text-ok',
  left: 'text-ink-3',
  failed: 'text-bad',
  undone: 'text-warn',
}
const what = (row: LogRow): string =>
  row.outcome === 'done' ? labels.did[row.act] : labels.outcomes[row.outcome].toLowerCase()
const outcomes = Object.entries(labels.outcomes)
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <PageHead :title="labels.title">
      <NuxtLink to="/set-up/orders" class="text-small font-semibold text-act">{{ labels.back }}</NuxtLink>
      <span class="grow" />
      <PlainSelect v-model="order" :label="labels.order" class="max-w-[220px]">
        <option value="">{{ labels.allOrders }}</option>
        <option v-for="one in orders.view.value?.orders ?? []" :key="one.id" :value="one.id">
          {{ one.name }}
        </option>
      </PlainSelect>
      <PlainSelect v-model="outcome" :label="labels.outcome">
        <option v-for="[value, label] in outcomes" :key="value" :value="value">{{ label }}</option>
        <option value="all">{{ labels.all }}</option>
      </PlainSelect>
    </PageHead>
    <div class="min-h-0 grow overflow-y-auto" tabindex="-1">
      <div v-if="first.failed.value" class="p-6">
        <ErrorMessage :message="first.failed.value" />
        <PlainButton class="mt-3" @click="first.reload()">{{ words.frame.again }}</PlainButton>
      </div>
      <p v-else-if="!first.data.value" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
      <EmptyState
        v-else-if="rows.length === 0"
        :title="outcome !== 'all' || order ? labels.emptyShow : labels.empty.title"
        :detail="outcome !== 'all' || order ? '' : labels.empty.detail"
      />
      <template v-else>
        <section v-for="[day, rows] in days" :key="day" class="px-6 pt-4 max-column:px-3.5">
          <h2 class="part-name">{{ times.dayMonth(rows[0]!.at) }}</h2>
          <ul class="divide-y divide-rule">
            <li
              v-for="row in rows"
              :key="row.id"
              class="grid grid-cols-[52px_132px_minmax(0,1fr)_auto] items-start gap-x-4 py-2"
              :class="'max-column:grid-cols-[52px_minmax(0,1fr)]'"
              data-logged
            >
              <time class="text-small leading-6 text-ink-3" :datetime="row.at" :title="times.exact(row.at)">{{
                times.time(row.at)
              }}</time>
              <p class="text-small leading-6" :class="INKS[row.outcome]">{{ what(row) }}</p>
              <div class="min-w-0 max-column:col-start-2">
                <p class="wrap-anywhere" dir="auto">
                  {{ row.title || labels.noTitle }}
                  <span v-if="row.source" class="text-small text-ink-3">{{ `· ${row.source}` }}</span>
                </p>
                <p class="text-small text-ink-2">
                  {{ row.orderName }}
                  <template v-if="row.postId && row.stands && row.stands !== 'removed'"
                    >·
                    <NuxtLink
                      :to="`/desk/${row.postId}`"
                      class="text-act underline-offset-2 hover:underline"
                      :aria-label="labels.openPost(row.title)"
                      >{{ labels.stands[row.stands] }}</NuxtLink
                    ></template
                  ><template v-else-if="row.stands">{{ ` · ${labels.stands[row.stands]}` }}</template>
                  <template v-if="row.message">{{ ` · ${row.message}` }}</template>
                </p>
              </div>
              <div class="flex justify-end gap-1 max-column:col-start-2 max-column:justify-start">
                <PlainButton
                  v-if="together.get(row.id)"
                  kind="quiet"
                  @click="undo({ ids: together.get(row.id)! })"
                  >{{ labels.undoRun(together.get(row.id)!.length) }}</PlainButton
                >
                <PlainButton
                  v-if="row.mayUndo"
                  kind="quiet"
                  :aria-label="labels.undoOf(row.title)"
                  @click="undo({ ids: [row.id] })"
                  >{{ labels.undo }}</PlainButton
                >
              </div>
            </li>
          </ul>
        </section>
        <p v-if="next" class="p-4 text-center">
          <PlainButton :busy="busy" @click="more">{{ labels.more }}</PlainButton>
        </p>
      </template>
    </div>
  </div>
</template>
