<script setup lang="ts">
import { sourceRoutes } from '#shared/sources/routes'
import { BookmarkPlus, Mail } from '@lucide/vue'
import type { FoundSource } from '#shared/sources/types'
import { lookSchema, sourceSchema } from '#shared/sources/schemas'
import * as words from '#shared/words'
import { Refusal } from '~/base/client'
import { noWishes } from './sourceForms'
import SourceSettings from './SourceSettings.vue'
import MailingListDialog from './MailingListDialog.vue'
import BookmarkDialog from './BookmarkDialog.vue'

const emit = defineEmits<{ added: [label: string] }>()
const labels = words.source
const brand = useBrandStore()
const times = useTimes()
const route = useRoute()
const router = useRouter()
const found = ref<FoundSource | null>(null)
const looking = useForm(lookSchema, { address: '', words: '' })
const adding = useForm(sourceSchema, { ...noWishes(), feedUrl: '' })
const isSearch = computed(() => /\{(words|searchTerms)\??\}/.test(looking.values.address))
/** The page in which no feed was found: there are other ways on. */
const withoutFeed = ref('')
const withScheme = (address: string): string =>
  /^https?:\/\//i.test(address) ? address : `https://${address.trim()}`
watch(
  () => looking.values.address,
  () => (withoutFeed.value = ''),
)
const hasMail = ref(false)
const hasBookmark = ref(false)

async function look(asked: { address: string; words: string }): Promise<void> {
  found.value = null
  withoutFeed.value = ''
  const shown = await brand.call(sourceRoutes.findFeed, { body: asked }).catch((error: unknown) => {
    if (error instanceof Refusal && error.code === 'noFeedOnPage')
      withoutFeed.value = withScheme(asked.address)
    throw error
  })
  found.value = shown
  adding.start({
    ...noWishes(),
    feedUrl: shown.url,
    label: (asked.words ? `${shown.title}: ${asked.words}` : shown.title).slice(0, 120),
  })
}
const find = (): Promise<boolean> =>
  looking.send(({ address, words }) => look({ address, words: isSearch.value ? words : '' }))
const choose = (url: string): Promise<boolean> => looking.send(() => look({ address: url, words: '' }))

async function add(): Promise<void> {
  const { label } = adding.values
  const done = await adding.send((values) =>
    brand.change(words.notices.added(label), () => brand.call(sourceRoutes.addSource, { body: values })),
  )
  if (!done) return
  found.value = null
  looking.start({ address: '', words: '' })
  emit('added', label)
}
// The button in the bookmarks bar comes here with a site's address.
onMounted(() => {
  const asked = route.query['add']
  if (typeof asked !== 'string' || asked === '') return
  looking.start({ address: asked.slice(0, 2000), words: '' })
  void router.replace({ path: route.path })
  void find()
})
</script>

<template>
  <section class="rounded-lg border border-rule bg-paper p-4">
    <form class="flex flex-wrap items-start gap-2" novalidate @submit.prevent="find">
      <TextField
        v-model="looking.values.address"
        class="min-w-[240px] max-w-[440px] grow"
        :label="labels.address"
        :placeholder="labels.addressHint"
        inputmode="url"
        autocomplete="off"
        :error="looking.errors.value.address || looking.problem.value"
        @leave="looking.values.address && looking.leave('address')"
      />
      <TextField
        v-if="isSearch"
        v-model="looking.values.words"
        class="w-[180px]"
        :label="labels.searchWords"
        :error="looking.errors.value.words"
      />
      <PlainButton
        class="min-h-[33px] column:mt-[21px]"
        :kind="found ? 'plain' : 'act'"
        type="submit"
        :busy="looking.busy.value"
        >{{ looking.busy.value ? labels.finding : labels.find }}</PlainButton
      >
    </form>
    <div
      v-if="withoutFeed"
      class="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-small"
      role="status"
    >
      <span class="text-ink-2">{{ labels.withoutFeed.title }}</span>
      <button
        type="button"
        class="min-h-6 font-semibold text-act underline-offset-2 hover:underline"
        @click="hasMail = true"
      >
        {{ labels.withoutFeed.mail }}
      </button>
      <NuxtLink
        :to="{ path: '/desk/new', query: { link: withoutFeed } }"
        class="inline-flex min-h-6 items-center font-semibold text-act underline-offset-2 hover:underline"
        >{{ labels.withoutFeed.write }}</NuxtLink
      >
    </div>
    <p v-if="!found" class="mt-2 max-w-[80ch] text-small text-ink-3">{{ labels.addressHelp }}</p>
    <div v-if="!found" class="mt-3 flex flex-wrap gap-2">
      <PlainButton @click="hasMail = true"
        ><Mail :size="14" aria-hidden="true" />{{ labels.mail }}</PlainButton
      >
      <PlainButton @click="hasBookmark = true"
        ><BookmarkPlus :size="14" aria-hidden="true" />{{ labels.bookmark }}</PlainButton
      >
    </div>
    <form
      v-if="found"
      class="mt-4 grid gap-5 border-t border-rule pt-4 column:grid-cols-[1fr_340px]"
      novalidate
      @submit.prevent="add"
    >
      <div class="min-w-0">
        <p class="serif text-[18px] leading-tight font-medium" dir="auto">{{ found.title }}</p>
        <p class="truncate text-small text-ink-2">
          {{ labels.found(labels.formats[found.format as 'rss'] ?? found.format) }} · {{ found.url }}
        </p>
        <ChoiceField
          v-if="found.feeds.length > 1"
          class="mt-3"
          :label="labels.otherFeeds"
          :model-value="found.url"
          :choices="found.feeds.map((feed) => ({ value: feed.url, label: feed.title ?? feed.url }))"
          @update:model-value="choose"
        />
        <h3 class="mt-3 text-small font-semibold text-ink-2">{{ labels.newest }}</h3>
        <ul class="mt-1 divide-y divide-rule">
          <li
            v-for="item in found.newest"
            :key="item.title"
            class="flex items-baseline justify-between gap-3 py-1.5"
          >
            <span class="serif text-[15px] leading-tight wrap-anywhere" dir="auto">{{
              item.title
            }}</span><span class="shrink-0 text-small text-ink-3">{{
              item.at ? times.ago(item.at) : ''
            }}</span>
          </li>
          <li v-if="found.newest.length === 0" class="py-1.5 text-ink-2">{{ labels.noItems }}</li>
        </ul>
      </div>
      <div class="grid content-start gap-4">
        <p v-if="found.known" class="text-warn">{{ labels.known(found.known) }}</p>
        <template v-else>
          <SourceSettings
            :values="adding.values"
            :errors="adding.errors.value"
            folded
            @leave="adding.leave"
          />
          <ErrorMessage :message="adding.problem.value || adding.errors.value.feedUrl || ''" />
          <div class="flex gap-2">
            <PlainButton kind="act" type="submit" :busy="adding.busy.value">{{
              adding.busy.value ? labels.adding : labels.add
            }}</PlainButton>
            <PlainButton kind="quiet" @click="found = null">{{ labels.notThis }}</PlainButton>
          </div>
        </template>
      </div>
    </form>
    <MailingListDialog :open="hasMail" @close="hasMail = false" />
    <BookmarkDialog :open="hasBookmark" @close="hasBookmark = false" />
  </section>
</template>
