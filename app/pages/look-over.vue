<script setup lang="ts">
import { orderRoutes } from '#shared/orders/routes'
import type { UnseenPost } from '#shared/orders/types'
import { postRoutes } from '#shared/posts/routes'
import * as words from '#shared/words'
import { useDeskStore } from '~/posts/deskStore'

const labels = words.orders.overPage
useHead({ title: `${labels.title} · ${words.frame.product}` })
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const desk = useDeskStore()
const goTo = useGoTo()
const query = useBrandQuery(orderRoutes.unseen, { changes: ['post', 'line', 'order', 'delivery', 'account'] })
const posts = computed(() => query.data.value?.posts ?? [])
const currentId = ref<string | null>(null)
const index = computed(() =>
  Math.max(
    0,
    posts.value.findIndex(({ postId }) => postId === currentId.value),
  ),
)
const current = computed((): UnseenPost | undefined => posts.value[index.value])
watch(
  posts,
  (now, before) => {
    if (now.some(({ postId }) => postId === currentId.value)) return
    const at = (before ?? []).findIndex(({ postId }) => postId === currentId.value)
    currentId.value = now[Math.min(Math.max(0, at), now.length - 1)]?.postId ?? null
  },
  { immediate: true },
)
function step(by: 1 | -1): void {
  currentId.value =
    posts.value[Math.min(posts.value.length - 1, Math.max(0, index.value + by))]?.postId ?? null
  void nextTick(() =>
    document.querySelector(`[data-unseen="${currentId.value}"]`)?.scrollIntoView({ block: 'nearest' }),
  )
}
const change = (message: string, work: () => Promise<{ historyId: string }>): Promise<unknown> =>
  brand.change(message, work).catch((error: unknown) => notices.complain(error))
const keep = (postIds: string[]): Promise<unknown> =>
  change(labels.saidKept(postIds.length), () => brand.call(orderRoutes.lookOver, { body: { postIds } }))
const approve = ({ postId: id, version }: UnseenPost): Promise<unknown> =>
  change(words.desk.said.approved, () => brand.call(postRoutes.approve, { id, body: { version, note: '' } }))
const mayApprove = (post: UnseenPost): boolean => post.approval === 'in-review' && post.mayApprove
const placeOf = (post: UnseenPost, accountId: string): string => {
  const place = post.places.find((one) => one.accountId === accountId)
  const when = place ? (place.at ? times.shortDayTime(place.at) : labels.noPlace) : labels.notInLine
  return labels.place(brand.accountName(accountId), when)
}
const nameOf = (post: UnseenPost): string => post.title || post.text.slice(0, 60)
const withCurrent = (run: (post: UnseenPost) => unknown) => (): void => {
  if (current.value) run(current.value)
}
useKeys([
  { keys: ['j', 'ArrowDown'], message: words.keys.nextFound, run: () => step(1) },
  { keys: ['k', 'ArrowUp'], message: words.keys.previousFound, run: () => step(-1) },
  {
    keys: ['y'],
    message: labels.keys.keep,
    work: true,
    run: withCurrent((post) => void keep([post.postId])),
  },
  {
    keys: ['v'],
    message: labels.keys.approve,
    work: true,
    run: withCurrent((post) => mayApprove(post) && void approve(post)),
  },
  {
    keys: ['Enter', 'w'],
    message: labels.keys.write,
    work: true,
    run: withCurrent((post) => void goTo(`/desk/${post.postId}`)),
  },
  {
    keys: ['Delete'],
    message: labels.keys.remove,
    work: true,
    run: withCurrent((post) => void desk.remove(post.postId)),
  },
])
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <PageHead :title="labels.title" :detail="posts.length > 0 ? labels.intro(query.data.value!.total) : ''">
      <span class="grow" />
      <PlainButton v-if="posts.length > 1" @click="keep(posts.map(({ postId }) => postId))">{{
        labels.keepAll
      }}</PlainButton>
      <PlainButton to="/order-log" kind="quiet">{{ words.orders.log }}</PlainButton>
      <PlainButton to="/day" kind="quiet">{{ labels.back }}</PlainButton>
    </PageHead>
    <div class="min-h-0 grow overflow-y-auto" tabindex="-1">
      <div v-if="query.failed.value" class="p-6">
        <ErrorMessage :message="query.failed.value" />
        <PlainButton class="mt-3" @click="query.reload()">{{ words.frame.again }}</PlainButton>
      </div>
      <p v-else-if="!query.data.value" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
      <EmptyState v-else-if="posts.length === 0" :title="labels.empty.title" :detail="labels.empty.detail">
        <PlainButton to="/set-up/orders">{{ words.orders.title }}</PlainButton>
      </EmptyState>
      <ul v-else class="divide-y divide-rule border-b border-rule">
        <li
          v-for="post in posts"
          :key="post.postId"
          :class="[
            'grid grid-cols-[minmax(0,1fr)_210px_136px] gap-x-6 px-6 py-4',
            'max-wide:grid-cols-[minmax(0,1fr)_136px] max-column:grid-cols-1 max-column:px-3.5',
            post.postId === currentId ? 'bg-paper shadow-[inset_3px_0_0_var(--act)]' : '',
          ]"
          :data-unseen="post.postId"
          @focusin="currentId = post.postId"
          @click="currentId = post.postId"
        >
          <div class="min-w-0">
            <p class="text-small text-ink-3">
              {{ labels.by(post.orderName, times.ago(post.at)) }} ·
              <span class="wrap-anywhere">{{ labels.from(post.source, post.title) }}</span>
            </p>
            <div class="mt-1 flex gap-4">
              <p
                :class="[
                  'serif max-w-[64ch] min-w-0 grow text-[16px]',
                  'leading-snug wrap-anywhere whitespace-pre-line',
                ]"
                dir="auto"
              >
                {{ post.text || words.desk.noText }}
              </p>
              <img
                v-if="post.pictureId"
                :src="desk.pictureUrl(post.pictureId, 160)"
                alt=""
                class="h-16 w-24 shrink-0 rounded-[3px] object-cover"
              />
            </div>
            <p v-if="post.link" class="mt-1 truncate text-small text-ink-2">{{ post.link }}</p>
          </div>
          <ul
            :class="[
              'grid content-start gap-0.5 text-small text-ink-2 max-wide:col-span-2 max-wide:row-start-2',
              'max-wide:mt-1.5 max-column:col-span-1',
            ]"
          >
            <li>
              <b
                class="font-semibold"
                :class="
                  post.approval === 'approved' ? 'text-bad' : post.approval === 'in-review' ? 'text-warn' : ''
                "
                >{{ post.approval === 'approved' ? labels.unseen : words.desk.approvals[post.approval] }}</b
              >
            </li>
            <li v-for="accountId in post.accountIds" :key="accountId">{{ placeOf(post, accountId) }}</li>
          </ul>
          <div class="grid content-start gap-1.5 max-column:mt-2 max-column:flex max-column:flex-wrap">
            <PlainButton :aria-label="labels.keepOf(nameOf(post))" @click="keep([post.postId])"
              >{{ labels.keep }} <KeyHint v-if="post.postId === currentId" name="y"
            /></PlainButton>
            <PlainButton
              v-if="mayApprove(post)"
              :aria-label="labels.approveOf(nameOf(post))"
              @click="approve(post)"
              >{{ labels.approve }} <KeyHint v-if="post.postId === currentId" name="v"
            /></PlainButton>
            <PlainButton kind="quiet" :aria-label="labels.writeOf(nameOf(post))" :to="`/desk/${post.postId}`"
              >{{ labels.write }} <KeyHint v-if="post.postId === currentId" name="w"
            /></PlainButton>
            <PlainButton
              kind="quiet"
              :aria-label="labels.removeOf(nameOf(post))"
              @click="desk.remove(post.postId)"
              >{{ labels.remove }}</PlainButton
            >
          </div>
        </li>
      </ul>
    </div>
  </div>
</template>
