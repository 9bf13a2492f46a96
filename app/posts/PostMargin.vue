<script setup lang="ts">
import { quoteOf } from '#core/post/quote'
import * as words from '#shared/words'
import { usePlacing } from '~/schedule/usePlacing'
import { useDeskContext } from './deskStore'
import { useLinkPreview } from './useLinkPreview'
import { type Done, useLiningUp } from './useLiningUp'
import type { PostOrigin } from './postDocs'
import { roomOf } from './proofPieces'
import type { PostEditor } from './usePostEditor'
import { usePostProofs } from './usePostProofs'
import SaveState from './SaveState.vue'
import MainText from './MainText.vue'
import PartChips from './PartChips.vue'
import AccountLengths from './AccountLengths.vue'
import ProofSheet from './ProofSheet.vue'
import PostChecks from './PostChecks.vue'
import PostDialogs from './PostDialogs.vue'

const LazyWritingHelpers = defineAsyncComponent(() => import('./WritingHelpers.vue'))
const LazyPlaceParts = defineAsyncComponent(() => import('./PlaceParts.vue'))

/**
 * One's line about something, from its text to the place it is lined up at: the margin beside an article, and
 * the window beside any page.
 */
const props = defineProps<{
  editor: PostEditor
  /** What it is about. */
  origin: PostOrigin
  /** Whether somebody has read what it is about. */
  isOpened: boolean
  /** Is told that it was lined up. */
  done: Done
  rows?: number
  /** Whether it scrolls by itself on narrow screens too, and not with what stands before it. */
  scrolls?: boolean
}>()
const emit = defineEmits<{ desk: [] }>()
const labels = words.commentField
const brand = useBrandStore()
const { data: context } = useDeskContext()

const { editor } = props
const { doc, accounts } = editor
const chosenIds = (): string[] => doc.value.accounts.flatMap((part) => (part.chosen ? [part.accountId] : []))
const slots = usePlacing(
  () => ({
    postId: editor.id.value || null,
    pillarId: doc.value.pillarId,
    link: editor.link.value,
    goodUntil: doc.value.goodUntil,
    notBefore: doc.value.notBefore,
  }),
  { chosen: chosenIds, ready: chosenIds },
)
const { look, isLooking } = useLinkPreview(() =>
  doc.value.wordings[0]!.text.trim() === '' ? null : editor.link.value,
)
const { proofs, chosen, ready, stop, isCurrent, writing, main } = usePostProofs(editor, {
  context: () => context.value,
  look: () => look.value,
  places: () => slots.places.value,
  isOpened: () => props.isOpened,
})
const { busy, problem, canAsk, asking, waitsFor, lineUp } = useLiningUp(editor, {
  // The plan's version is of all chosen accounts, so here they are lined up together.
  ready: () =>
    ready.value.length === chosen.value.length ? ready.value.map(({ account }) => account.id) : [],
  version: () => slots.version.value,
  placing: slots,
  reload: slots.load,
  checking: () =>
    doc.value.wordings[0]!.text.trim() === ''
      ? null
      : isLooking.value
        ? 'link'
        : !isCurrent.value || slots.isAsking.value
          ? 'post'
          : null,
  stop: () => stop.value,
})
const text = computed({
  get: () => doc.value.wordings[0]!.text,
  set: (now) => (doc.value.wordings[0]!.text = now),
})
const field = ref<{ focus: () => void; blur: () => void; insert: (text: string) => void } | null>(null)
const shown = ref<string | null>(null)
const isPlacing = ref(false)
/** What is wished for where and when, in a word. */
const placeMessage = computed(() => {
  const several = Object.keys(slots.own.value).length > 0
  const again = slots.echoes.value.length
  return [
    several ? words.placing.each : words.placing.kinds[slots.common.value.kind],
    again > 0 ? words.placing.more(again) : '',
  ]
    .filter(Boolean)
    .join(' · ')
})
const shownProof = computed(() => proofs.value.find(({ account }) => account.id === shown.value) ?? null)
const lineItUp = (): void => void lineUp(props.done)

/** Puts words into the text, in the quotation marks of a language, and the cursor behind them. */
function quote(selected: string, language: string | null): void {
  const quoted = quoteOf(selected, language)
  text.value = [text.value.trimEnd(), quoted].filter(Boolean).join('\n')
  void nextTick(() => field.value?.focus())
}
const addTag = (tag: string): void => {
  if (!doc.value.hashtags.includes(tag)) doc.value.hashtags.push(tag)
}
/** Puts the cursor into the text, behind what was typed before it was there. */
function write(typed = ''): void {
  text.value += typed
  field.value?.focus()
}
/** Another thing is written about: what was wished for the last one is over. */
function reset(): void {
  problem.value = ''
  slots.reset()
}
defineExpose({ write, quote, lineUp: lineItUp, reset })
</script>

<template>
  <section :aria-label="labels.title" class="flex min-h-0 flex-col bg-sheet">
    <div
      class="grid min-h-0 grow content-start gap-3 overflow-y-auto px-3.5 py-4"
      :class="scrolls ? '' : 'max-wide:overflow-visible max-column:pb-20'"
    >
      <slot name="before" />
      <h2 class="part-name flex items-baseline justify-between">
        {{ labels.title }} <SaveState :editor="editor" />
      </h2>
      <EmptyState
        v-if="accounts.length === 0"
        :title="labels.noAccounts.title"
        :detail="labels.noAccounts.detail"
      >
        <PlainButton to="/set-up/accounts" kind="act">{{ labels.noAccounts.go }}</PlainButton>
      </EmptyState>
      <template v-else>
        <MainText
          ref="field"
          v-model="text"
          :label="labels.label"
          :placeholder="labels.placeholder"
          :language="doc.language ?? brand.view?.brand.language ?? 'en'"
          :entities="main"
          :proofs="proofs"
          :rows="rows"
        />
        <LazyWritingHelpers
          :editor="editor"
          :room="roomOf(text, proofs)"
          :doc="doc"
          :writing="writing"
          :quotes="[]"
          @insert="field?.insert($event)"
          @hashtag="addTag"
        />
        <PartChips v-model="doc" :origin="origin" />
        <AccountLengths :proofs="proofs" :shown="shown" @show="shown = shown === $event ? null : $event" />
        <button
          v-if="chosen.length > 0"
          type="button"
          class="flex min-h-6 items-center justify-between gap-2 text-small"
          :aria-expanded="isPlacing"
          @click="isPlacing = !isPlacing"
        >
          <span class="text-ink-2">{{ isPlacing ? '' : words.placing.title }}</span>
          <span class="font-semibold text-act underline-offset-2 hover:underline">{{
            isPlacing ? words.placing.fewer : placeMessage
          }}</span>
        </button>
        <LazyPlaceParts
          v-if="isPlacing"
          short
          :placing="slots"
          :chosen="chosen"
          :wordings="doc.wordings.length"
        />
        <ProofSheet v-if="shownProof" :entry="shownProof" :doc="doc" />
        <PostChecks v-if="text !== ''" :chosen="chosen" :doc="doc" :read-only="false" />
        <p v-else class="text-small text-ink-2">
          {{ origin.wasShared ? '' : labels.checks.notShared }}
        </p>
        <p v-if="waitsFor" role="status" class="text-small text-ink-2">{{ words.writing.waits[waitsFor] }}</p>
        <ErrorMessage :message="problem" />
        <slot name="after" />
        <button
          type="button"
          class="min-h-6 justify-self-start text-small font-semibold text-act underline-offset-2 hover:underline"
          @click="emit('desk')"
        >
          {{ words.writing.toWriting }} <KeyHint name="e" />
        </button>
      </template>
    </div>
    <slot name="footer" :line-up="lineItUp" :busy="busy" :can-ask="canAsk" />
    <PostDialogs :editor="editor" :asking="asking" :busy="busy" @yes="lineItUp" @no="asking = false" />
  </section>
</template>
