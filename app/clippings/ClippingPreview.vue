<script setup lang="ts">
import { BookText, ExternalLink, Film, Forward, Quote } from '@lucide/vue'
import { clippingRoutes } from '#shared/clippings/routes'
import type { ClippingUse } from '#shared/clippings/types'
import * as words from '#shared/words'
import { markedText } from '~/articles/passages'
import { useClippingActions } from './useClippings'
import { useClippingPicture } from './useClippingPicture'
import KindIcon from './KindIcon.vue'

/** A clipping whole: its picture, its text with the words that were kept, and what became of it. */
const props = defineProps<{ id: string }>()
const emit = defineEmits<{ handOn: [clipping: { id: string; title: string }] }>()
const labels = words.collection
const brand = useBrandStore()
const session = useSessionStore()
const times = useTimes()
const actions = useClippingActions()
const pictureOf = useClippingPicture()
const {
  data: detail,
  failed,
  reload,
} = useBrandQuery(clippingRoutes.clipping, {
  changes: ['article', 'line', 'delivery', 'tag', 'post'],
  given: () => ({ id: props.id }),
})
const clipping = computed(() => (detail.value?.clipping.id === props.id ? detail.value.clipping : null))
const src = computed(() => (clipping.value ? pictureOf(clipping.value, 720) : null))
const isBroken = ref(false)
watch(src, () => (isBroken.value = false))
const html = computed(() => (detail.value ? markedText(detail.value.text, detail.value.passages) : ''))
const outside = computed(() => (clipping.value?.url ? session.outside(clipping.value.url) : null))
const about = computed(() =>
  [
    clipping.value?.outlet,
    clipping.value?.author,
    clipping.value?.at ? times.dayMonth(clipping.value.at) : null,
  ]
    .filter(Boolean)
    .join(' · '),
)
const video = computed(() => {
  const seconds = detail.value?.video?.seconds ?? null
  return labels.video(
    seconds === null ? null : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`,
  )
})
function said({ stage, account, at }: ClippingUse): string {
  const when = at === null ? '' : times.shortDayTime(at)
  if (stage === 'draft') return labels.stages.draft(when)
  if (stage === 'lined-up' && at === null) return labels.stages.noPlace(account ?? '')
  return labels.stages[stage](account ?? '', when)
}

const body = ref<HTMLElement | null>(null)
const { selected, clear } = useSelectedText(body)
const canKeep = computed(
  () => brand.canWork && detail.value !== null && (detail.value.isOwn || clipping.value?.articleId !== null),
)
async function keepWords(): Promise<void> {
  const quote = selected.value?.text
  const from = clipping.value
  if (!quote || !from) return
  clear()
  const articleId = detail.value?.isOwn ? null : from.articleId
  await actions.keepQuote(from.title, { articleId, clippingId: articleId ? null : from.id }, quote, () =>
    reload(),
  )
}
</script>

<template>
  <aside class="flex min-h-0 flex-col overflow-y-auto bg-paper" :aria-label="labels.preview" tabindex="0">
    <div v-if="failed" class="p-5">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!clipping || !detail" class="p-5 text-ink-3">{{ words.frame.loading }} …</p>
    <article v-else class="grid gap-3.5 p-5">
      <img
        v-if="src && !isBroken"
        :src="src"
        alt=""
        class="max-h-[260px] w-full rounded-md border border-rule bg-well object-contain"
        @error="isBroken = true"
      />
      <header class="grid gap-1">
        <p class="flex items-center gap-1.5 text-small text-ink-2">
          <KindIcon :kind="clipping.kind" :size="14" />{{ about || labels.oneKind[clipping.kind] }}
        </p>
        <h2 class="serif text-[21px] leading-tight font-medium wrap-anywhere" dir="auto">
          {{ clipping.title || words.clippings.noTitle }}
        </h2>
        <p v-if="clipping.kind === 'pdf'" class="flex items-center gap-1 text-small text-ink-2">
          <BookText :size="13" aria-hidden="true" />{{ labels.pdf(detail.pages) }}
        </p>
        <p v-if="detail.video" class="flex items-center gap-1 text-small text-ink-2">
          <Film :size="13" aria-hidden="true" />{{ video }}
        </p>
      </header>
      <div class="flex flex-wrap gap-x-4 gap-y-1.5">
        <PlainButton
          v-if="clipping.articleId"
          :to="{
            path: '/wire',
            query: { show: clipping.shelved ? 'shelved' : 'clipped', article: clipping.articleId },
          }"
          >{{ labels.readArticle }}</PlainButton
        >
        <PlainButton v-if="brand.canWork" @click="emit('handOn', { id: clipping.id, title: clipping.title })"
          ><Forward :size="14" aria-hidden="true" />{{ words.recipients.handOn.title }} <KeyHint name="h"
        /></PlainButton>
        <a
          v-if="outside"
          :href="outside"
          target="_blank"
          rel="noopener noreferrer"
          class="inline-flex min-h-8 items-center gap-1.5 text-[12.5px] font-semibold text-act"
          ><ExternalLink :size="14" aria-hidden="true" />{{
            clipping.kind === 'pdf' ? labels.openPdf : labels.openPage
          }}</a
        >
      </div>
      <blockquote
        v-if="clipping.quote"
        class="serif border-l-2 border-mark pl-3 text-[16px] leading-normal italic wrap-anywhere"
        dir="auto"
      >
        {{ clipping.quote }}
      </blockquote>
      <p v-if="clipping.note" class="whitespace-pre-line wrap-anywhere" dir="auto">{{ clipping.note }}</p>
      <section class="grid gap-1">
        <h3 class="part-name">{{ labels.became }}</h3>
        <p v-if="detail.became.length === 0" class="text-small text-ink-2">{{ labels.unused }}</p>
        <ul v-else class="grid gap-0.5">
          <li v-for="use in detail.became" :key="`${use.postId} ${use.stage} ${use.account} ${use.at}`">
            <NuxtLink
              :to="`/desk/${use.postId}`"
              class="hover:text-act"
              :class="use.stage === 'draft' ? 'text-warn' : 'text-ok'"
              >{{ said(use) }}</NuxtLink
            >
          </li>
        </ul>
      </section>
      <!-- eslint-disable vue/no-v-html -- made of plain text, word by word (markedText) -->
      <div
        v-if="detail.text"
        ref="body"
        class="serif grid gap-2.5 border-t border-rule pt-3.5 text-[15.5px] leading-[1.55] wrap-anywhere"
        dir="auto"
        v-html="html"
      />
      <!-- eslint-enable vue/no-v-html -->
      <p v-else-if="!clipping.quote" class="border-t border-rule pt-3.5 text-small text-ink-3">
        {{ labels.noText }}
      </p>
    </article>
    <Teleport to="body">
      <div
        v-if="selected && canKeep"
        class="fixed z-30 -translate-x-1/2 rounded-md bg-sheet shadow-(--lift)"
        :style="{ top: `${selected.top + 8}px`, left: `${selected.left}px` }"
      >
        <PlainButton @mousedown.prevent @click="keepWords"
          ><Quote :size="14" aria-hidden="true" />{{ labels.keepWords }}</PlainButton
        >
      </div>
    </Teleport>
  </aside>
</template>
