<script setup lang="ts">
import type { ArticleFull } from '#shared/reading/types'
import type { Clipping } from '#shared/clippings/types'
import type { LinkPreview, PostDoc } from '#shared/posts/types'
import { quoteOf } from '#core/post/quote'
import * as words from '#shared/words'
import type { PostEditor } from './usePostEditor'
import { linkOf } from './postActions'
import PostPictures from './PostPictures.vue'

/** What a post is made from: its article or clippings, the quotes marked there, pictures, credit, link. */
const props = defineProps<{
  editor: PostEditor
  article: ArticleFull | null
  clippings: Clipping[]
  look: LinkPreview | null
  readOnly: boolean
}>()
const doc = defineModel<PostDoc>({ required: true })
const emit = defineEmits<{ insert: [text: string] }>()
const labels = words.writing
const times = useTimes()
const quotes = computed(() => props.clippings.filter(({ quote }) => quote !== null))
const others = computed(() => props.clippings.filter(({ articleId }) => articleId !== doc.value.articleId))
const quoted = (item: Clipping): string =>
  item.kind === 'words' ? (item.quote ?? '') : quoteOf(item.quote ?? '', props.article?.language ?? null)
const summary = computed(() => props.article?.summary ?? '')

const typedLink = ref('')
const linkProblem = ref('')
watch(
  () => doc.value.link,
  (link) => {
    if (linkOf(typedLink.value) !== link) typedLink.value = link ?? ''
  },
  { immediate: true },
)
function takeLink(): void {
  const link = linkOf(typedLink.value)
  linkProblem.value = typedLink.value.trim() !== '' && link === null ? labels.linkProblem : ''
  if (linkProblem.value === '') doc.value.link = link
}
const handles = computed(() => doc.value.accounts.filter(({ chosen, credit }) => chosen && credit))
const accountName = (id: string): string =>
  props.editor.accounts.value.find((account) => account.id === id)?.name ?? ''
const input =
  'w-full rounded-md border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3 read-only:bg-transparent'
</script>

<template>
  <div class="grid content-start gap-3.5">
    <section :aria-label="labels.from" class="grid gap-1">
      <h2 class="part-name">{{ labels.from }}</h2>
      <template v-if="article">
        <p class="text-small text-ink-2">
          <b class="font-semibold text-ink">{{ article.outlet }}</b> ·
          <time :datetime="article.at" :title="times.exact(article.at)">{{
            times.dayMonth(article.at)
          }}</time>
        </p>
        <NuxtLink
          :to="{ path: '/wire', query: { show: 'all', article: article.id } }"
          class="serif text-headline leading-snug font-medium wrap-anywhere hover:text-act"
          dir="auto"
          >{{ article.title }}</NuxtLink
        >
        <p class="serif line-clamp-4 text-[14.5px] text-ink-2" dir="auto">{{ summary }}</p>
      </template>
      <p v-else-if="others.length === 0" class="text-small text-ink-3">
        {{ doc.fromPostId ? labels.fromPost : labels.fromNothing }}
      </p>
    </section>
    <section v-if="others.length > 0" :aria-label="labels.clippings" class="grid gap-1.5">
      <h2 class="part-name">{{ labels.clippings }}</h2>
      <div v-for="clipping in others" :key="clipping.id" class="text-small">
        <p class="font-medium" dir="auto">{{ clipping.title }}</p>
        <p class="text-ink-3">{{ clipping.outlet }}</p>
      </div>
    </section>
    <section v-if="quotes.length > 0 || article" :aria-label="labels.quotes" class="grid gap-1.5">
      <h2 class="part-name">{{ labels.quotes }}</h2>
      <p v-if="quotes.length === 0" class="text-small text-ink-3">{{ labels.noQuotes }}</p>
      <button
        v-for="quote in quotes"
        :key="quote.id"
        type="button"
        class="serif border-l-2 border-mark pl-2.5 text-left text-[14.5px] italic hover:text-act"
        dir="auto"
        :title="labels.useQuote"
        :disabled="readOnly"
        @click="emit('insert', quoted(quote))"
      >
        {{ quoted(quote) }}
      </button>
    </section>
    <PostPictures
      v-model="doc"
      :editor="editor"
      :article="article"
      :card-image="look?.card?.image ?? null"
      :read-only="readOnly"
    />
    <section :aria-label="labels.credit" class="grid gap-1">
      <h2 class="part-name">{{ labels.credit }}</h2>
      <input
        :value="doc.credit ?? ''"
        :readonly="readOnly"
        :aria-label="labels.credit"
        :placeholder="article ? `${labels.noCredit} (${article.outlet})` : labels.creditHint"
        maxlength="200"
        :class="input"
        @input="doc.credit = ($event.target as HTMLInputElement).value || null"
      />
      <p
        v-for="part in doc.credit === null ? [] : handles"
        :key="part.accountId"
        class="text-small text-ink-3"
      >
        {{ labels.creditOn(part.credit!, accountName(part.accountId)) }}
      </p>
      <button
        v-if="article && doc.credit === null && !readOnly"
        type="button"
        class="min-h-6 justify-self-start text-small font-semibold text-act"
        @click="doc.credit = article.outlet"
      >
        {{ words.commentField.parts.credit(article.outlet) }}
      </button>
    </section>
    <section :aria-label="labels.link" class="grid gap-1">
      <h2 class="part-name">{{ labels.link }}</h2>
      <input
        v-model="typedLink"
        type="url"
        inputmode="url"
        :readonly="readOnly"
        :aria-label="labels.link"
        :placeholder="labels.linkHint"
        maxlength="2000"
        :class="input"
        @blur="takeLink"
        @keydown.enter.prevent="takeLink"
      />
      <p v-if="linkProblem" class="text-small text-bad" role="alert">{{ linkProblem }}</p>
      <input
        v-if="doc.link"
        :value="doc.linkTitle ?? ''"
        :readonly="readOnly"
        :aria-label="labels.linkTitle"
        :placeholder="look?.card?.title ?? labels.linkTitle"
        maxlength="500"
        :class="input"
        @input="doc.linkTitle = ($event.target as HTMLInputElement).value || null"
      />
    </section>
  </div>
</template>
