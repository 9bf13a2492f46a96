<script setup lang="ts">
import { readingRoutes } from '#shared/reading/routes'
import { ArrowLeft } from '@lucide/vue'
import * as words from '#shared/words'
import { markedHtml } from '~/articles/marks'
import { useWireStore } from './wireStore'
import { useClippingActions } from '~/clippings/useClippings'
import { useReading } from './useReading'
import SheetTools from './SheetTools.vue'
import MarkedText from '~/articles/MarkedText.vue'
import SheetTags from './SheetTags.vue'
import SheetFooter from './SheetFooter.vue'
import QuoteBar from './QuoteBar.vue'

const emit = defineEmits<{ quote: [text: string]; handOn: [] }>()
const wire = useWireStore()
const brand = useBrandStore()
const clippings = useClippingActions()
const times = useTimes()
const { size } = useReading()
const labels = words.wire.sheet
const article = computed(() => wire.article)
const picture = (url: string): string =>
  brand.pathTo(readingRoutes.picture, { query: { article: article.value?.id ?? '', url } })
const body = computed(() =>
  article.value ? markedHtml(article.value.html, article.value.found, picture, article.value.passages) : '',
)
const sheet = ref<HTMLElement | null>(null)
const text = ref<HTMLElement | null>(null)
const { selected, clear } = useSelectedText(text)
const tags = ref<{ focus: () => void } | null>(null)
const goTo = useGoTo()
watch(
  () => article.value?.id,
  () => {
    sheet.value?.scrollTo({ top: 0 })
    // On narrow screens the sheet and the margin below it are scrolled as shown.
    sheet.value?.parentElement?.scrollTo({ top: 0 })
  },
)
/** What is to say of where the text is from. */
const origin = computed(() => {
  const shown = article.value
  if (!shown) return ''
  if (wire.lookingAt === shown.id) return labels.looking
  if (shown.textFrom === 'page') return labels.fromPage
  if (shown.textFrom === 'feed') return ''
  return [shown.html === '' ? labels.noText : labels.summaryOnly, shown.pageMessage ?? ''].join(' ').trim()
})
// A picture that can't be had leaves no torn frame behind; its caption says what it was.
function hideBroken(event: Event): void {
  if (event.target instanceof HTMLImageElement) event.target.hidden = true
}
function quote(): void {
  if (!selected.value) return
  emit('quote', selected.value.text)
  clear()
}
async function clipQuote(): Promise<void> {
  const words = selected.value?.text
  if (!words || !article.value) return
  clear()
  const { id } = article.value
  await clippings.keepQuote(article.value.title, { articleId: id, clippingId: null }, words, () =>
    wire.reload(id),
  )
}
/** The selected words as the beginning of a watch. */
function watchWords(): void {
  const wanted = selected.value?.text
    .replace(/["“”„«»]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  if (wanted)
    void goTo({
      path: '/watch/new',
      query: { words: `"${wanted.slice(0, 200)}"`, name: wanted.slice(0, 60) },
    })
}
defineExpose({ quote, tag: () => tags.value?.focus() })
</script>

<template>
  <article
    id="article"
    ref="sheet"
    tabindex="-1"
    :aria-label="labels.name"
    class="min-h-0 overflow-y-auto px-[22px] py-[18px] outline-none max-wide:overflow-visible"
  >
    <button
      type="button"
      class="-ml-1 mb-3 flex items-center gap-1.5 p-1 font-semibold text-act column:hidden"
      @click="wire.select(null)"
    >
      <ArrowLeft :size="16" aria-hidden="true" />{{ words.frame.back }}
    </button>
    <ErrorMessage v-if="wire.articleFailed" :message="wire.articleFailed" />
    <p v-else-if="!article" class="text-ink-3">{{ words.frame.loading }} …</p>
    <template v-else>
      <header class="mb-3 max-w-[66ch]">
        <div class="flex items-start gap-2 text-small text-ink-2">
          <p class="min-w-0 grow wrap-anywhere">
            <b class="font-semibold text-ink">{{ article.outlet }}</b>
            <template v-if="article.author"> · {{ article.author }}</template> ·
            <time :datetime="article.at" :title="times.exact(article.at)">{{
              times.dayTime(article.at)
            }}</time>
            ·
            <span class="whitespace-nowrap">{{ labels.minutes(article.minutes) }}</span>
            <template v-if="article.dating !== 'stated'"> · {{ words.wire.dating[article.dating] }}</template>
            <template v-if="article.changedAt">
              · {{ labels.changed(times.dayTime(article.changedAt)) }}</template
            >
          </p>
          <SheetTools :article="article" />
        </div>
        <h2 class="serif mt-2 text-[28px] leading-[1.13] font-medium tracking-[-0.4px]" dir="auto">
          <MarkedText :text="article.title" :forms="article.found" />
        </h2>
        <SheetTags ref="tags" :article="article" @hand-on="emit('handOn')" />
      </header>
      <!-- Sanitised by the server as it is shown; the browser's own policy lets no script of it run. -->
      <!-- eslint-disable vue/no-v-html -->
      <div
        v-if="body"
        ref="text"
        class="prose"
        :style="{ fontSize: `${size}px` }"
        dir="auto"
        :lang="article.language ?? undefined"
        @error.capture="hideBroken"
        v-html="body"
      />
      <!-- eslint-enable vue/no-v-html -->
      <p v-if="origin" class="mt-4 max-w-[66ch] text-small text-ink-2" aria-live="polite">{{ origin }}</p>
      <SheetFooter :article="article" />
      <QuoteBar
        v-if="selected && brand.canWork"
        :selected="selected"
        @quote="quote"
        @clip="clipQuote"
        @watch="watchWords"
      />
    </template>
  </article>
</template>
