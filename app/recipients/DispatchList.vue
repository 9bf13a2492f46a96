<script setup lang="ts">
import { recipientRoutes } from '#shared/recipients/routes'
import type { DispatchPage, DispatchState, DispatchView, RecipientView } from '#shared/recipients/types'
import * as words from '#shared/words'

/** What was handed on, the newest first, with what was answered. */
defineProps<{ recipients: RecipientView[] }>()
const labels = words.recipients
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const recipient = ref('')
const given = computed((): Record<string, string> => (recipient.value ? { recipient: recipient.value } : {}))
const first = useBrandQuery(recipientRoutes.dispatches, {
  changes: ['recipient'],
  given: () => ({ query: given.value }),
})
const earlier = shallowRef<DispatchPage[]>([])
watch(
  () => first.data.value,
  () => (earlier.value = []),
)
const pages = computed(() => (first.data.value ? [first.data.value, ...earlier.value] : []))
const rows = computed(() => pages.value.flatMap((page) => page.rows))
const next = computed(() => pages.value.at(-1)?.next ?? null)
const busy = ref(false)
async function more(): Promise<void> {
  busy.value = true
  try {
    const query = { ...given.value, before: next.value! }
    earlier.value = [...earlier.value, await brand.call(recipientRoutes.dispatches, { query })]
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
const again = ({ id }: DispatchView): Promise<unknown> =>
  brand
    .change(labels.saidAgain, () => brand.call(recipientRoutes.again, { id }))
    .catch((error: unknown) => notices.complain(error))
const INKS: Record<DispatchState, string> = { waiting: 'text-warn', done: 'text-ok', failed: 'text-bad' }
const about = (row: DispatchView): string =>
  [
    ...[labels.types[row.type]].filter(Boolean),
    ...(row.by ? [labels.by(row.by)] : []),
    ...(row.attempts > 1 ? [labels.attempts(row.attempts)] : []),
    ...(row.message ? [row.message] : []),
  ].join(' · ')
</script>

<template>
  <section class="grid gap-2">
    <div class="flex flex-wrap items-center justify-between gap-2">
      <h3 class="part-name">{{ labels.log }}</h3>
      <PlainSelect v-model="recipient" :label="labels.logOf" class="max-w-[220px]">
        <option value="">{{ labels.logAll }}</option>
        <option v-for="one in recipients" :key="one.id" :value="one.id">{{ one.name }}</option>
      </PlainSelect>
    </div>
    <ErrorMessage v-if="first.failed.value" :message="first.failed.value" />
    <p v-else-if="!first.data.value" class="text-ink-3">{{ words.frame.loading }} …</p>
    <p v-else-if="rows.length === 0" class="text-ink-2">{{ labels.logEmpty }}</p>
    <ul v-else class="divide-y divide-rule border-y border-rule">
      <li
        v-for="row in rows"
        :key="row.id"
        class="grid grid-cols-[104px_minmax(0,1fr)_auto] items-start gap-x-4 py-2 max-column:grid-cols-1"
        data-dispatch
      >
        <p class="text-small leading-6">
          <b class="font-semibold" :class="INKS[row.state]">{{ labels.states[row.state] }}</b>
          <time class="block leading-4 text-ink-3" :datetime="row.at" :title="times.exact(row.at)">{{
            times.shortDayTime(row.at)
          }}</time>
        </p>
        <div class="min-w-0">
          <p class="wrap-anywhere" dir="auto">
            <NuxtLink
              v-if="row.articleId"
              :to="{ path: '/wire', query: { show: 'all', article: row.articleId } }"
              class="hover:text-act"
              >{{ row.title || labels.noTitle }}</NuxtLink><template v-else>{{
              row.title || labels.noTitle
            }}</template>
          </p>
          <p class="text-small wrap-anywhere text-ink-2">{{ `${row.recipientName} · ${about(row)}` }}</p>
        </div>
        <PlainButton
          v-if="row.state === 'failed'"
          :aria-label="labels.againOf(row.title || labels.noTitle)"
          @click="again(row)"
          >{{ labels.again }}</PlainButton
        >
      </li>
    </ul>
    <PlainButton v-if="next" class="justify-self-start" :busy="busy" @click="more">{{
      labels.logMore
    }}</PlainButton>
  </section>
</template>
