<script setup lang="ts">
import { Hash, MessageSquareQuote, PenLine, Quote, Smile } from '@lucide/vue'
import type { PostDoc, Writing, WritingHelp } from '#shared/posts/types'
import * as words from '#shared/words'
import { useDeskStore } from './deskStore'
import type { PostEditor } from './usePostEditor'

const LazyEmojiPicker = defineAsyncComponent(() => import('./EmojiPicker.vue'))
const LazyDraftsPanel = defineAsyncComponent(() => import('~/drafting/DraftsPanel.vue'))

/**
 * What one can put into the text with a click: hashtags, quotes, drafts, saved phrases, emoji. One of
 * them is open at a time.
 */
const props = defineProps<{
  editor: PostEditor
  doc: PostDoc
  writing: Writing
  quotes: string[]
  /** Characters that the main text may have where the strictest account takes it. */
  room: number
}>()
const emit = defineEmits<{ insert: [text: string]; hashtag: [tag: string] }>()
const labels = words.writing.helpers
const desk = useDeskStore()
const notices = useNoticesStore()
type Open = 'hashtags' | 'quote' | 'drafts' | 'phrases' | 'emoji'
const open = ref<Open | null>(null)
const help = ref<WritingHelp | null>(null)
const busy = ref(false)
let latest = 0

const chips = computed((): { name: Open; message: string; icon: unknown }[] => [
  { name: 'hashtags', message: labels.hashtags, icon: Hash },
  ...(props.quotes.length > 0 ? [{ name: 'quote' as const, message: labels.quote, icon: Quote }] : []),
  ...(props.doc.articleId ? [{ name: 'drafts' as const, message: words.drafting.chip, icon: PenLine }] : []),
  { name: 'phrases', message: labels.phrases, icon: MessageSquareQuote },
  { name: 'emoji', message: labels.emoji, icon: Smile },
])
async function toggle(name: Open): Promise<void> {
  open.value = open.value === name ? null : name
  if (open.value === 'hashtags') await look()
}
async function look(): Promise<void> {
  const requestId = ++latest
  busy.value = true
  try {
    const found = await desk.help(props.doc.articleId, props.doc.wordings[0]!.text)
    if (requestId === latest) help.value = found
  } catch (error) {
    notices.complain(error)
  } finally {
    if (requestId === latest) busy.value = false
  }
}
watch(
  () => props.doc.articleId,
  () => {
    open.value = null
    help.value = null
  },
)
const isIn = (tag: string): boolean =>
  props.doc.hashtags.some((hashtag) => hashtag.toLowerCase() === tag.toLowerCase())
const kinds = computed(() =>
  (['phrase', 'question', 'call'] as const)
    .map((kind) => ({ kind, list: props.writing.phrases.filter((phrase) => phrase.kind === kind) }))
    .filter(({ list }) => list.length > 0),
)
const item = 'block w-full rounded px-2 py-1 text-left text-small hover:bg-well'
</script>

<template>
  <div class="grid gap-1.5">
    <div class="flex flex-wrap gap-[5px]" role="group" :aria-label="labels.name">
      <button
        v-for="chip in chips"
        :key="chip.name"
        type="button"
        class="flex min-h-6 items-center gap-1 rounded-full border px-2 text-small"
        :class="
          open === chip.name
            ? 'border-transparent bg-well text-ink'
            : 'border-dashed border-edge text-ink-2 hover:text-ink'
        "
        :aria-expanded="open === chip.name"
        @click="toggle(chip.name)"
      >
        <component :is="chip.icon" :size="13" aria-hidden="true" />{{ chip.message }}
      </button>
    </div>
    <div v-if="open" class="rounded-md border border-rule bg-sheet p-1.5">
      <LazyDraftsPanel
        v-if="open === 'drafts' && doc.articleId"
        :editor="editor"
        :article-id="doc.articleId"
        :room="room"
        @insert="emit('insert', $event)"
      />
      <p v-else-if="busy && !help" class="px-2 py-1 text-small text-ink-3" role="status">
        {{ labels.looking }} …
      </p>
      <template v-else-if="open === 'hashtags'">
        <ul>
          <li v-for="hashtag in help?.hashtags ?? []" :key="hashtag.tag">
            <button
              type="button"
              :class="item"
              :disabled="isIn(hashtag.tag)"
              @click="emit('hashtag', hashtag.tag)"
            >
              <b class="font-semibold" :class="isIn(hashtag.tag) ? 'text-ink-3' : 'text-act'"
                >#{{ hashtag.tag }}</b
              >
              <span class="ml-1.5 text-ink-2">{{ isIn(hashtag.tag) ? labels.added : hashtag.reason }}</span>
            </button>
          </li>
        </ul>
        <p v-if="help?.hashtags.length === 0" class="px-2 py-1 text-small text-ink-3">{{ labels.nothing }}</p>
        <template v-if="writing.hashtagGroups.length > 0">
          <p class="mt-1 px-2 text-tiny text-ink-3">{{ labels.groups }}</p>
          <button
            v-for="group in writing.hashtagGroups"
            :key="group.name"
            type="button"
            :class="item"
            @click="group.tags.forEach((tag) => emit('hashtag', tag))"
          >
            <b class="font-semibold">{{ group.name }}</b>
            <span class="ml-1.5 text-ink-2">{{ group.tags.map((tag) => `#${tag}`).join(' ') }}</span>
          </button>
        </template>
      </template>
      <template v-else-if="open === 'quote'">
        <button
          v-for="quote in quotes"
          :key="quote"
          type="button"
          class="serif"
          :class="item"
          dir="auto"
          @click="emit('insert', quote)"
        >
          {{ quote }}
        </button>
      </template>
      <template v-else-if="open === 'phrases'">
        <p v-if="kinds.length === 0" class="px-2 py-1 text-small text-ink-3">{{ labels.noPhrases }}</p>
        <template v-for="{ kind, list } in kinds" :key="kind">
          <p class="px-2 text-tiny text-ink-3">{{ labels.kinds[kind] }}</p>
          <button
            v-for="phrase in list"
            :key="phrase.text"
            type="button"
            :class="item"
            dir="auto"
            @click="emit('insert', phrase.text)"
          >
            {{ phrase.text }}
          </button>
        </template>
      </template>
      <LazyEmojiPicker v-else-if="open === 'emoji'" @pick="emit('insert', $event)" />
    </div>
  </div>
</template>
