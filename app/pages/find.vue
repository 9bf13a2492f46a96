<script setup lang="ts">
import { readingRoutes } from '#shared/reading/routes'
import { refDebounced } from '@vueuse/core'
import type { FoundClipping } from '#shared/reading/types'
import * as words from '#shared/words'
import KindIcon from '~/clippings/KindIcon.vue'
import type { Place } from '~/frame/place'
import { usePlaces } from '~/frame/usePlaces'
import FoundListItem from '~/reading/FoundListItem.vue'

const labels = words.find
useHead({ title: `${labels.title} · ${words.frame.product}` })
const route = useRoute()
const router = useRouter()
const goTo = useGoTo()
const session = useSessionStore()
const clock = useClockStore()
const times = useTimes()
const { sources, placesNamed } = usePlaces()
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
const text = ref(asked('q'))
const show = ref(asked('show') || 'all')
const age = ref<keyof typeof labels.ages>(
  Object.keys(labels.ages).includes(asked('age')) ? (asked('age') as keyof typeof labels.ages) : 'any',
)
const source = ref(asked('source'))
const at = ref(-1)
const input = ref<HTMLInputElement | null>(null)

const HOUR = 3_600_000
const DAY = 24 * HOUR
const DAYS = { any: 0, day: 1, week: 7, month: 31 }
/** What is looked for: once one pauses in typing. */
const looked = refDebounced(text, 160)
const given = () => {
  // A whole hour, so that the clock alone asks for nothing.
  const since =
    age.value === 'any' ? null : new Date(Math.floor((clock.now - DAYS[age.value] * DAY) / HOUR) * HOUR)
  return {
    query: {
      q: looked.value,
      show: show.value,
      ...(source.value ? { source: source.value } : {}),
      ...(since ? { since: since.toISOString() } : {}),
    },
  }
}
const isAsked = computed(() => looked.value.trim() !== '')
// What is found does not move under the eyes; it is looked for anew when one comes back to it.
const query = useBrandQuery(readingRoutes.find, {
  changes: [],
  freshMs: 0,
  given,
  enabled: () => isAsked.value,
})
const found = computed(() => (isAsked.value ? query.data.value : null))
const { failed, isLoading: searching, reload } = query
watch([looked, show, age, source], () => {
  at.value = -1
  void router.replace({
    path: '/find',
    query: {
      ...(text.value ? { q: text.value } : {}),
      ...(show.value === 'all' ? {} : { show: show.value }),
      ...(age.value === 'any' ? {} : { age: age.value }),
      ...(source.value ? { source: source.value } : {}),
    },
  })
})
const places = computed(() => placesNamed(text.value))
const isFiltered = computed(() => show.value !== 'all' || age.value !== 'any' || source.value !== '')
// Filters are of articles.
const articles = computed(() => found.value?.articles ?? [])
const posts = computed(() => (isFiltered.value ? [] : (found.value?.posts ?? [])))

const clippings = computed(() => (isFiltered.value ? [] : (found.value?.clippings ?? [])))
const clippingAt = ({ id, show }: FoundClipping): string => `/clippings?show=${show}&clipping=${id}`

function letGo(): void {
  show.value = 'all'
  age.value = 'any'
  source.value = ''
}
watch(() => session.brandId, letGo, { flush: 'sync' })
onMounted(() => {
  input.value?.focus()
  input.value?.select()
})

// Arrows go through what was found while the words stay in the field.
const toPlace = (place: Place): unknown => (place.run ? place.run() : goTo(place.to))
const targets = computed(() => [
  ...places.value.map((place) => () => toPlace(place)),
  ...articles.value.map(
    ({ id }) =>
      () =>
        goTo(`/wire?show=all&article=${id}`),
  ),
  ...posts.value.map(
    ({ id }) =>
      () =>
        goTo(`/desk/${id}`),
  ),
  ...clippings.value.map((clipping) => () => goTo(clippingAt(clipping))),
])
function move(by: 1 | -1): void {
  at.value = Math.min(targets.value.length - 1, Math.max(-1, at.value + by))
  document.getElementById(`found-${at.value}`)?.scrollIntoView({ block: 'nearest' })
}
function go(): void {
  void targets.value[Math.max(0, at.value)]?.()
}
const shows = Object.entries(words.wire.shows)
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <div class="border-b border-rule px-4 pt-3 pb-2.5">
      <h1 class="sr-only">{{ labels.title }}</h1>
      <input
        ref="input"
        v-model="text"
        type="search"
        maxlength="300"
        :aria-label="labels.label"
        :placeholder="labels.placeholder"
        role="combobox"
        aria-autocomplete="list"
        aria-controls="found"
        :aria-expanded="targets.length > 0"
        :aria-activedescendant="at >= 0 ? `found-${at}` : undefined"
        :class="[
          'serif w-full border-0 bg-transparent py-1 text-[22px] outline-none',
          'placeholder:text-ink-3 [&::-webkit-search-cancel-button]:hidden',
        ]"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
        @keydown.enter.prevent="go"
      />
      <div class="mt-1.5 flex flex-wrap items-center gap-2">
        <PlainSelect v-model="show" :label="labels.show">
          <option v-for="[value, label] in shows" :key="value" :value="value">{{ label }}</option>
        </PlainSelect>
        <PlainSelect v-model="age" :label="labels.age">
          <option v-for="(label, value) in labels.ages" :key="value" :value="value">{{ label }}</option>
        </PlainSelect>
        <PlainSelect v-model="source" :label="labels.source" class="max-w-[220px]">
          <option value="">{{ labels.anySource }}</option>
          <option v-for="option in sources" :key="option.id" :value="option.id">{{ option.label }}</option>
        </PlainSelect>
        <PlainButton v-if="isFiltered" kind="quiet" @click="letGo">{{ labels.clear }}</PlainButton>
        <span class="text-small text-ink-3 max-column:hidden">{{ labels.help }}</span>
      </div>
    </div>
    <div
      id="found"
      class="min-h-0 grow overflow-y-auto"
      role="region"
      :aria-label="labels.title"
      :aria-busy="searching"
    >
      <div v-if="failed" class="m-4">
        <ErrorMessage :message="failed" />
        <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
      </div>
      <section v-if="places.length > 0" class="border-b border-rule px-4 py-2.5">
        <h2 class="mb-1 text-small font-semibold text-ink-2">{{ labels.goTo }}</h2>
        <div class="flex flex-wrap gap-1.5">
          <button
            v-for="(place, index) in places"
            :id="`found-${index}`"
            :key="place.kind + place.to"
            type="button"
            class="rounded-[5px] border px-2.5 py-1 font-medium"
            :class="index === at ? 'border-act bg-paper' : 'border-rule hover:border-edge'"
            @click="toPlace(place)"
          >
            {{ place.name }} <span class="text-small text-ink-3">{{ labels.kinds[place.kind] }}</span>
          </button>
        </div>
      </section>
      <div
        v-if="articles.length + posts.length + clippings.length > 0"
        class="grid gap-x-6"
        :class="
          articles.length > 0 && posts.length + clippings.length > 0
            ? 'wide:grid-cols-[minmax(0,1fr)_360px]'
            : ''
        "
      >
        <section v-if="articles.length > 0" class="min-w-0">
          <h2 class="px-4 pt-3 text-small font-semibold text-ink-2" aria-live="polite">
            {{ labels.articles }}
            <span class="font-normal text-ink-3">{{ labels.counted(articles.length, found!.more) }}</span>
          </h2>
          <ul class="divide-y divide-rule">
            <FoundListItem
              v-for="(row, index) in articles"
              :id="`found-${places.length + index}`"
              :key="row.id"
              :row="row"
              :current="places.length + index === at"
            />
          </ul>
        </section>
        <div v-if="posts.length + clippings.length > 0" class="min-w-0">
          <section v-if="posts.length > 0" :aria-label="labels.posts">
            <h2 class="px-4 pt-3 text-small font-semibold text-ink-2">{{ labels.posts }}</h2>
            <ul class="divide-y divide-rule">
              <li
                v-for="(post, index) in posts"
                :id="`found-${places.length + articles.length + index}`"
                :key="post.id"
                :class="
                  places.length + articles.length + index === at
                    ? 'bg-paper shadow-[inset_3px_0_0_var(--act)]'
                    : ''
                "
              >
                <NuxtLink
                  :to="`/desk/${post.id}`"
                  class="block px-4 py-2.5 hover:bg-paper"
                  :data-post="post.id"
                >
                  <span class="serif line-clamp-2 text-[15px] leading-snug" dir="auto">{{ post.text }}</span>
                  <span class="block text-small text-ink-3"
                    ><span class="font-medium" :class="post.stage === 'draft' ? 'text-warn' : 'text-ok'">{{
                      labels.stages[post.stage]
                    }}</span
                    ><template v-if="post.at"> · {{ times.nearDay(post.at) }}</template></span
                  >
                </NuxtLink>
              </li>
            </ul>
          </section>
          <section v-if="clippings.length > 0" :aria-label="labels.clippings">
            <h2 class="px-4 pt-3 text-small font-semibold text-ink-2">{{ labels.clippings }}</h2>
            <ul class="divide-y divide-rule">
              <li
                v-for="(clipping, index) in clippings"
                :id="`found-${places.length + articles.length + posts.length + index}`"
                :key="clipping.id"
                :class="
                  places.length + articles.length + posts.length + index === at
                    ? 'bg-paper shadow-[inset_3px_0_0_var(--act)]'
                    : ''
                "
              >
                <NuxtLink
                  :to="clippingAt(clipping)"
                  class="block px-4 py-2.5 hover:bg-paper"
                  :data-found-clipping="clipping.id"
                >
                  <span class="serif line-clamp-2 text-[15px] leading-snug font-medium" dir="auto">{{
                    clipping.title || clipping.place
                  }}</span>
                  <span
                    v-if="clipping.title && clipping.place"
                    class="line-clamp-2 text-small text-ink-2"
                    dir="auto"
                    >{{ clipping.place }}</span
                  >
                  <span class="flex items-center gap-1 text-small text-ink-3"
                    ><KindIcon :kind="clipping.kind" :size="13" /> {{ labels.keptIn[clipping.show]
                    }}<template v-if="clipping.site"> · {{ clipping.site }}</template></span
                  >
                </NuxtLink>
              </li>
            </ul>
          </section>
        </div>
      </div>
      <EmptyState
        v-else-if="found && places.length + posts.length + clippings.length === 0 && !searching"
        :title="labels.nothing.title"
        :detail="labels.nothing.detail"
      />
      <EmptyState
        v-else-if="!found && places.length === 0 && !failed"
        :title="labels.begin.title"
        :detail="labels.begin.detail"
      />
    </div>
  </div>
</template>
