<script setup lang="ts">
import { ArrowLeft, ExternalLink } from '@lucide/vue'
import { words } from '#shared/words'
import { markedHtml } from '../../utils/marks'

const wire = useWireStore()
const brand = useBrandStore()
const session = useSessionStore()
const times = useTimes()
const says = words.wire.sheet
const article = computed(() => wire.article)
const body = computed(() =>
  article.value ? markedHtml(article.value.html, article.value.found, (url) => brand.path(`/picture?url=${encodeURIComponent(url)}`)) : '',
)
const sheet = ref<HTMLElement | null>(null)
watch(
  () => article.value?.id,
  () => sheet.value?.scrollTo({ top: 0 }),
)
// A picture that can't be had leaves no torn frame behind; its caption says what it was.
function hideBroken(event: Event): void {
  if (event.target instanceof HTMLImageElement) event.target.hidden = true
}
</script>

<template>
  <article
    id="article"
    ref="sheet"
    tabindex="-1"
    :aria-label="says.name"
    class="min-h-0 overflow-y-auto px-[22px] py-[18px] outline-none max-wide:overflow-visible"
  >
    <button type="button" class="-ml-1 mb-3 flex items-center gap-1.5 p-1 font-semibold text-act column:hidden" @click="wire.select(null)">
      <ArrowLeft :size="16" aria-hidden="true" />{{ words.frame.back }}
    </button>
    <ProblemLine v-if="wire.articleFailed" :says="wire.articleFailed" />
    <p v-else-if="!article" class="text-ink-3">{{ words.frame.loading }} …</p>
    <template v-else>
      <header class="mb-3 max-w-[66ch]">
        <p class="flex items-start gap-2 text-small text-ink-2">
          <span class="min-w-0 grow wrap-anywhere">
            <b class="font-semibold text-ink">{{ article.outlet }}</b>
            <template v-if="article.author"> · {{ article.author }}</template> ·
            <time :datetime="article.at" :title="times.exact(article.at)">{{ times.dayTime(article.at) }}</time> ·
            <span class="whitespace-nowrap">{{ says.minutes(article.minutes) }}</span>
            <template v-if="article.dating !== 'stated'"> · {{ words.wire.dating[article.dating] }}</template>
            <template v-if="article.changedAt"> · {{ says.changed(times.dayTime(article.changedAt)) }}</template>
          </span>
          <a
            v-if="article.url"
            :href="session.outside(article.url)"
            target="_blank"
            rel="noopener noreferrer"
            class="p-0.5 text-ink-2 hover:text-ink"
            :aria-label="says.original"
            :title="says.original"
            ><ExternalLink :size="15" aria-hidden="true"
          /></a>
        </p>
        <h2 class="serif mt-2 text-[28px] leading-[1.13] font-medium tracking-[-0.4px]" dir="auto">
          <MarkedText :text="article.title" :forms="article.found" />
        </h2>
      </header>
      <!-- Sanitised by the server as it is shown; the browser's own policy lets no script of it run. -->
      <!-- eslint-disable-next-line vue/no-v-html -->
      <div v-if="body" class="prose" dir="auto" :lang="article.language ?? undefined" @error.capture="hideBroken" v-html="body" />
      <p v-else class="text-ink-2">{{ says.noText }}</p>
      <p v-if="body && !article.full" class="mt-4 max-w-[66ch] text-small text-ink-2">{{ says.summaryOnly }}</p>
      <footer class="mt-6 grid max-w-[66ch] gap-2 border-t border-rule pt-2.5 text-small text-ink-2">
        <p v-if="article.watches.length > 0">
          {{ says.watched }} <b class="font-semibold text-ink">{{ article.watches.map((watch) => watch.name).join(' · ') }}</b>
        </p>
        <div v-if="article.shared.length > 0">
          <p class="font-semibold text-ink">{{ says.shared }}</p>
          <p v-for="sent in article.shared" :key="sent.account + sent.at">{{ says.sharedOn(sent.account, times.dayTime(sent.at)) }}</p>
        </div>
      </footer>
    </template>
  </article>
</template>
