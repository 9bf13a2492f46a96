<script setup lang="ts">
import type { ArticleFull } from '#shared/reading/types'
import { quoteOf } from '#core/post/quote'
import * as words from '#shared/words'
import { docOfArticle } from '~/posts/postDocs'
import { useWireStore } from './wireStore'
import { useDeskContext, useDeskStore } from '~/posts/deskStore'
import { usePostEditor } from '~/posts/usePostEditor'
import { useUsualAccounts } from '~/posts/useUsualAccounts'
import { usePlacing } from '~/schedule/usePlacing'
import { useLinkPreview } from '~/posts/useLinkPreview'
import { usePostProofs } from '~/posts/usePostProofs'
import { useLiningUp } from '~/posts/useLiningUp'
import SaveState from '~/posts/SaveState.vue'
import MainText from '~/posts/MainText.vue'
import ListItemParts from './ListItemParts.vue'
import AccountLengths from './AccountLengths.vue'
import ProofSheet from './ProofSheet.vue'
import PostChecks from '~/posts/PostChecks.vue'
import PostDialogs from '~/posts/PostDialogs.vue'

const LazyWritingHelpers = defineAsyncComponent(() => import('~/posts/WritingHelpers.vue'))
const LazyPlaceParts = defineAsyncComponent(() => import('~/posts/PlaceParts.vue'))

const props = defineProps<{ article: ArticleFull }>()
const labels = words.commentField
const brand = useBrandStore()
const wire = useWireStore()
const desk = useDeskStore()
const { data: context } = useDeskContext()
const goTo = useGoTo()

const editor = usePostEditor()
const { doc, accounts } = editor
const { isUsual } = useUsualAccounts()
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
  isOpened: () => props.article.opened,
})
const { busy, problem, canAsk, asking, waitsFor, lineUp } = useLiningUp(editor, {
  // The plan's version is of all chosen accounts, so on the Wire they are lined up together.
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

/** Goes on with the post being written about the article, or begins one. */
function openFor(article: ArticleFull): void {
  problem.value = ''
  slots.reset()
  const draft = desk.draftAbout(article)
  if (draft) editor.open(draft)
  else editor.begin(freshDoc(article), article.id)
}
const freshDoc = (article: ArticleFull) =>
  docOfArticle(article, {
    accounts: accounts.value,
    isUsual,
    pillars: (brand.view?.pillars ?? []).map(({ id }) => id),
    brand: brand.view?.brand,
  })
watch(
  // The accounts come with the brand, which may be fetched after the article.
  () => [props.article.id, brand.view?.brand.id ?? '', accounts.value.map(({ id }) => id).join()].join(' '),
  async () => {
    const { id } = props.article
    if (editor.saving.value === 'unsaved') await editor.save()
    if (id === props.article.id && brand.view) openFor(props.article)
  },
  { immediate: true },
)

function lineItUp(): void {
  void lineUp((undone) => {
    const { id } = props.article
    const putBack = wire.leaveList(id, 'clipped')
    desk.endDraft(id)
    slots.reset()
    if (props.article.id === id) editor.begin(freshDoc(props.article), id)
    undone(() => {
      desk.forgetDraft(id)
      putBack()
      return wire.reload(id)
    })
  })
}
// An undone line-up brings its post back with the article.
watch(
  () => props.article.draft?.id,
  (id) => {
    if (id && id !== editor.id.value && editor.saving.value === 'saved') openFor(props.article)
  },
)
/** Puts words of the article into the text, in quotation marks, and the cursor behind them. */
function quote(selected: string): void {
  const quoted = quoteOf(selected, props.article.language)
  text.value = [text.value.trimEnd(), quoted].filter(Boolean).join('\n')
  void nextTick(() => field.value?.focus())
}
async function toDesk(): Promise<void> {
  await editor.save()
  await goTo(editor.version.value > 0 ? `/desk/${editor.id.value}` : `/desk/new?article=${props.article.id}`)
}
const addTag = (tag: string): void => {
  if (!doc.value.hashtags.includes(tag)) doc.value.hashtags.push(tag)
}
/** Puts the cursor into the text, behind what was typed before it was there. */
function write(typed = ''): void {
  text.value += typed
  field.value?.focus()
}
defineExpose({ write, quote, lineUp: lineItUp, toDesk: () => void toDesk() })
</script>

<template>
  <section
    :aria-label="labels.title"
    class="flex min-h-0 flex-col border-l border-rule bg-sheet max-wide:border-t max-wide:border-l-0"
  >
    <div
      class="grid min-h-0 grow content-start gap-3 overflow-y-auto px-3.5 py-4 max-wide:overflow-visible max-column:pb-20"
    >
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
        />
        <LazyWritingHelpers
          :doc="doc"
          :writing="writing"
          :quotes="[]"
          @insert="field?.insert($event)"
          @hashtag="addTag"
        />
        <ListItemParts v-model="doc" :article="article" />
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
          {{ article.shared.length > 0 ? '' : labels.checks.notShared }}
        </p>
        <p v-if="waitsFor" role="status" class="text-small text-ink-2">{{ words.writing.waits[waitsFor] }}</p>
        <ErrorMessage :message="problem" />
        <button
          type="button"
          class="min-h-6 justify-self-start text-small font-semibold text-act underline-offset-2 hover:underline"
          @click="toDesk"
        >
          {{ words.writing.toWriting }} <KeyHint name="e" />
        </button>
      </template>
    </div>
    <footer
      :class="[
        'flex flex-wrap gap-1.5 border-t border-rule px-3.5 py-3',
        'max-wide:sticky max-wide:bottom-0 max-wide:bg-sheet',
        'max-column:fixed max-column:inset-x-0 max-column:bottom-[56px] max-column:z-20',
        'max-column:flex-nowrap max-column:py-1.5 max-column:[&>button]:min-h-11',
      ]"
    >
      <PlainButton kind="act" :busy="busy" :disabled="!canAsk" @click="lineItUp"
        >{{ busy ? labels.liningUp : labels.lineUp }} <KeyHint name="l" on-act
      /></PlainButton>
      <PlainButton :aria-pressed="article.state === 'clipped'" @click="wire.decide(article.id, 'clipped')">
        {{ article.state === 'clipped' ? words.wire.actions.clipped : words.wire.actions.clip }}
        <KeyHint name="c" />
      </PlainButton>
      <span class="hidden max-wide:contents">
        <PlainButton :aria-pressed="article.state === 'shelved'" @click="wire.decide(article.id, 'shelved')">
          {{ article.state === 'shelved' ? words.wire.actions.shelved : words.wire.actions.shelve }}
          <KeyHint name="d" />
        </PlainButton>
      </span>
      <PlainButton
        kind="quiet"
        class="px-1.5"
        :aria-pressed="article.state === 'passed'"
        @click="wire.decide(article.id, 'passed')"
      >
        {{ article.state === 'passed' ? words.wire.actions.passed : words.wire.actions.pass }}
        <KeyHint name="p" />
      </PlainButton>
    </footer>
    <PostDialogs :editor="editor" :asking="asking" :busy="busy" @yes="lineItUp" @no="asking = false" />
  </section>
</template>
