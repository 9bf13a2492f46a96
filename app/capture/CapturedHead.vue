<script setup lang="ts">
import { BookText, Film, ImageOff } from '@lucide/vue'
import { captureRoutes } from '#shared/capture/routes'
import type { CaptureView } from '#shared/capture/types'
import type { PictureView } from '#shared/posts/types'
import { postRoutes } from '#shared/posts/routes'
import * as words from '#shared/words'
import PictureChoice from './PictureChoice.vue'

/** What was captured: its title, its pictures to choose from, the selected words, what is known of it. */
const props = defineProps<{
  view: CaptureView
  isLooking: boolean
  pictureUrl: string | null
  picture: PictureView | null
  /** A picture that came with it: a shared one, or a PDF's first page. */
  ownPicture: PictureView | null
  isTaking: boolean
  pictureProblem: string
  /** The selected words, in the brand's marks. */
  quote: string
}>()
const emit = defineEmits<{ picture: [url: string | null]; own: []; quote: [] }>()
const title = defineModel<string>('title', { required: true })
const labels = words.capture
const brand = useBrandStore()
const times = useTimes()

/** Pictures shown before one asks for more. */
const FEW = 5
const MANY = 24
const isWide = ref(false)
const pictures = computed(() => props.view.captured.pictures)
const hasPictures = computed(() => pictures.value.length > 0 || props.ownPicture !== null)
// A picture that can't be had takes no place.
const broken = ref(new Set<string>())
const shown = computed(() =>
  pictures.value.filter(({ url }) => !broken.value.has(url)).slice(0, isWide.value ? MANY : FEW),
)
const more = computed(() => Math.min(MANY, pictures.value.length - broken.value.size) - FEW)
const srcOf = (url: string): string =>
  brand.pathTo(captureRoutes.picture, { id: props.view.id, query: { url } })
const smallOf = ({ id }: PictureView, width: number): string =>
  brand.pathTo(postRoutes.picture, { id, query: { width } })
const large = computed(() =>
  props.picture ? smallOf(props.picture, 320) : props.pictureUrl ? srcOf(props.pictureUrl) : null,
)
const place = computed(() => pictures.value.findIndex(({ url }) => url === props.pictureUrl) + 1)
const video = computed(() => {
  const found = props.view.captured.video
  if (!found) return ''
  const length =
    found.seconds === null
      ? null
      : `${Math.floor(found.seconds / 60)}:${String(found.seconds % 60).padStart(2, '0')}`
  return labels.video(length)
})
/** Where the site becomes a source: one feed is taken as it is, of several its page lets one choose. */
const sourceAt = computed(() => {
  const { feeds, url } = props.view.captured
  return { path: '/set-up/sources', query: { add: feeds.length === 1 ? feeds[0]!.url : (url ?? '') } }
})
const about = computed(() =>
  [
    props.view.captured.site,
    props.view.captured.author,
    props.view.captured.publishedAt ? times.dayMonth(props.view.captured.publishedAt) : null,
  ]
    .filter(Boolean)
    .join(' · '),
)
const known = computed(() => {
  const { article, clippings, shared } = props.view
  const [last] = shared
  return [
    ...(last
      ? [
          [
            labels.known.shared(last.account, times.dayTime(last.at)),
            ...(shared.length > 1 ? [labels.known.more(shared.length - 1)] : []),
          ].join(' '),
        ]
      : []),
    ...clippings
      .slice(0, 2)
      .map(({ keptAt, folder, shelved }) =>
        shelved ? labels.known.shelved(times.ago(keptAt)) : labels.known.clipped(times.ago(keptAt), folder),
      ),
    ...(article ? [labels.known.article(article.outlet)] : []),
  ]
})
</script>

<template>
  <section :aria-label="labels.title" class="grid gap-2.5">
    <div class="grid gap-x-3 gap-y-2" :class="hasPictures ? 'grid-cols-[104px_minmax(0,1fr)]' : ''">
      <div v-if="hasPictures" class="grid content-start gap-1">
        <img
          v-if="large"
          :src="large"
          alt=""
          class="w-[104px] rounded-md border border-rule object-cover"
          :class="[isTaking ? 'opacity-50' : '', view.captured.pdf ? 'h-[104px] object-top' : 'h-[78px]']"
        />
        <div v-else class="grid h-[78px] w-[104px] place-items-center rounded-md bg-well text-ink-3">
          <ImageOff :size="20" aria-hidden="true" />
        </div>
      </div>
      <div class="grid min-w-0 content-start gap-1">
        <textarea
          v-model="title"
          rows="1"
          maxlength="300"
          :aria-label="labels.headline"
          :placeholder="isLooking ? `${labels.reading} …` : labels.noTitle"
          :class="[
            'serif -mx-1.5 [field-sizing:content] max-h-24 w-[calc(100%+12px)] resize-none rounded-md',
            'border border-transparent bg-transparent px-1.5 py-0.5 text-headline leading-snug font-medium',
            'placeholder:text-ink-3 hover:border-edge focus:border-edge',
          ]"
          dir="auto"
        />
        <p class="truncate text-small text-ink-2" :title="view.captured.url ?? ''">
          {{ about }}<template v-if="isLooking && title !== ''"> · {{ labels.reading }} …</template>
        </p>
        <p v-if="view.captured.pdf" class="flex items-center gap-1 text-small text-ink-2">
          <BookText :size="13" aria-hidden="true" />{{ labels.pdf(view.captured.pdf.pages) }}
        </p>
        <p v-if="video" class="flex items-center gap-1 text-small text-ink-2">
          <Film :size="13" aria-hidden="true" />{{ video }}
        </p>
      </div>
    </div>
    <div
      v-if="hasPictures"
      role="radiogroup"
      :aria-label="labels.pictures"
      class="flex flex-wrap items-center gap-1.5"
    >
      <PictureChoice
        v-if="ownPicture"
        :src="smallOf(ownPicture, 84)"
        :label="labels.ownPicture"
        :chosen="picture?.id === ownPicture.id"
        from-top
        @choose="emit('own')"
      />
      <PictureChoice
        v-for="one in shown"
        :key="one.url"
        :src="srcOf(one.url)"
        :label="labels.choosePicture(one.description ?? '')"
        :title="one.description ?? ''"
        :chosen="one.url === pictureUrl"
        @choose="emit('picture', one.url)"
        @broken="broken = new Set([...broken, one.url])"
      />
      <PictureChoice
        :src="null"
        :label="labels.noPicture"
        :chosen="pictureUrl === null && picture === null"
        @choose="emit('picture', null)"
        ><ImageOff :size="15" aria-hidden="true"
      /></PictureChoice>
      <button
        v-if="more > 0"
        type="button"
        class="min-h-6 px-1 text-small font-semibold text-act"
        @click="isWide = !isWide"
      >
        {{ isWide ? labels.fewerPictures : labels.morePictures(more) }}
      </button>
      <span class="text-tiny text-ink-3" aria-live="polite">{{
        isTaking ? `${labels.takingPicture} …` : place > 0 ? labels.pictureOf(place, pictures.length) : ''
      }}</span>
    </div>
    <p v-if="pictureProblem" class="text-small text-warn" role="status">{{ pictureProblem }}</p>
    <p v-if="view.message" class="text-small text-warn" role="status">{{ view.message }}</p>
    <button
      v-if="quote"
      type="button"
      class="serif line-clamp-4 border-l-2 border-mark pl-2.5 text-left text-[14.5px] italic hover:text-act"
      :title="labels.putIn"
      dir="auto"
      @click="emit('quote')"
    >
      {{ quote }}
    </button>
    <p v-if="view.captured.feeds.length > 0" class="text-small">
      <NuxtLink :to="sourceAt" target="_blank" class="font-semibold text-act">{{
        labels.addSource(view.captured.feeds.length)
      }}</NuxtLink>
    </p>
    <ul v-if="known.length > 0" class="grid gap-0.5 text-small text-ink-2">
      <li v-for="line in known" :key="line">{{ line }}</li>
    </ul>
  </section>
</template>
