<script setup lang="ts">
import OrderSign from '~/orders/OrderSign.vue'
import type { Ref } from 'vue'
import type { Crop } from '#core/post'
import { type AccountProof, usePostProofs } from '~/posts/usePostProofs'
import { quoteOf } from '#core/post/quote'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { useDeskContext, useDeskStore } from '~/posts/deskStore'
import { usePostEditor } from '~/posts/usePostEditor'
import { useWritingSource } from '~/posts/useWritingSource'
import { useLinkPreview } from '~/posts/useLinkPreview'
import { usePlacing } from '~/schedule/usePlacing'
import { roomOf } from '~/posts/proofPieces'
import { useLiningUp } from '~/posts/useLiningUp'
import ForDay from '~/almanac/ForDay.vue'
import PostSource from '~/posts/PostSource.vue'
import SaveState from '~/posts/SaveState.vue'
import MainText from '~/posts/MainText.vue'
import WritingHelpers from '~/posts/WritingHelpers.vue'
import HashtagField from '~/posts/HashtagField.vue'
import WordingPanel from '~/posts/WordingPanel.vue'
import ProofCard from '~/posts/ProofCard.vue'
import PostWhere from '~/posts/PostWhere.vue'
import PostChecks from '~/posts/PostChecks.vue'
import PostDialogs from '~/posts/PostDialogs.vue'
import PostApproval from '~/posts/PostApproval.vue'

const LazyComeRound = defineAsyncComponent(() => import('~/evergreens/ComeRound.vue'))
const LazyDraftOrigin = defineAsyncComponent(() => import('~/drafting/DraftOrigin.vue'))
const LazyCropDialog = defineAsyncComponent(() => import('~/posts/CropDialog.vue'))

// One page for every post: changing the address of a new one to its own must not begin anew.
definePageMeta({ key: 'writing' })
const labels = words.writing
const route = useRoute()
const router = useRouter()
const goTo = useGoTo()
const brand = useBrandStore()
const desk = useDeskStore()
const { data: context } = useDeskContext()

const editor = usePostEditor()
const { doc } = editor
const { article, clippings, failed, load } = useWritingSource(editor)
useHead({
  title: () =>
    [doc.value.wordings[0]?.text.trim().slice(0, 60) || labels.newTitle, words.frame.product].join(' · '),
})
const readOnly = computed(() => !brand.canWork)
const { look, isLooking } = useLinkPreview(() => editor.link.value)
const readyIds = ref<string[]>([])
const chosenIds = ref<string[]>([])
const slots = usePlacing(
  () => ({
    postId: editor.id.value || null,
    pillarId: doc.value.pillarId,
    link: editor.link.value,
    goodUntil: doc.value.goodUntil,
    notBefore: doc.value.notBefore,
  }),
  { chosen: () => chosenIds.value, ready: () => readyIds.value },
)
const { proofs, chosen, ready, stop, isCurrent, writing, main } = usePostProofs(editor, {
  context: () => context.value,
  look: () => look.value,
  places: () => slots.places.value,
  isOpened: () => article.value?.opened ?? true,
})
const keepIds = (into: Ref<string[]>, of: AccountProof[]): void => {
  const ids = of.map(({ account }) => account.id)
  if (ids.join() !== into.value.join()) into.value = ids
}
watch(ready, (now) => keepIds(readyIds, now))
watch(chosen, (now) =>
  keepIds(
    chosenIds,
    now.filter(({ queueItemId, sentAt }) => queueItemId === null && sentAt === null),
  ),
)
const {
  busy,
  problem,
  canAsk: mayLineUp,
  asking,
  waitsFor,
  lineUp,
} = useLiningUp(editor, {
  ready: () => readyIds.value,
  version: () => slots.version.value,
  placing: slots,
  reload: slots.load,
  checking: () => (isLooking.value ? 'link' : !isCurrent.value || slots.isAsking.value ? 'post' : null),
  stop: () => stop.value,
})
watch(
  () => `${String(route.params['id'])} ${brand.view?.brand.id ?? ''}`,
  async () => {
    const id = route.params['id']
    if (
      !route.path.startsWith('/desk/') ||
      typeof id !== 'string' ||
      !brand.view ||
      (editor.isOpen.value && id === editor.id.value)
    )
      return
    await load(id, route.query)
    const { at, account } = route.query
    slots.reset(
      typeof at === 'string' && id === 'new'
        ? { at, accountId: typeof account === 'string' ? account : null }
        : null,
    )
  },
  { immediate: true },
)
// A new post has an address of its own as soon as it is stored.
watch(editor.version, (version, before) => {
  if (before === 0 && version > 0 && route.params['id'] === 'new')
    void router.replace(`/desk/${editor.id.value}`)
})

const text = computed({
  get: () => doc.value.wordings[0]!.text,
  set: (now) => (doc.value.wordings[0]!.text = now),
})
const field = ref<{ focus: () => void; insert: (text: string) => void } | null>(null)
const quotes = computed(() =>
  clippings.value.flatMap(({ quote }) => (quote ? [quoteOf(quote, article.value?.language ?? null)] : [])),
)
const addTag = (tag: string): void => {
  if (!doc.value.hashtags.includes(tag)) doc.value.hashtags.push(tag)
}

const cropping = ref<{ accountId: string; pictureId: string } | null>(null)
const cropped = computed(() => {
  const account = editor.accounts.value.find(({ id }) => id === cropping.value?.accountId) ?? null
  const picture = editor.pictures.value.get(cropping.value?.pictureId ?? '') ?? null
  const part = doc.value.accounts.find(({ accountId }) => accountId === cropping.value?.accountId)
  const own = doc.value.pictures.find(({ id }) => id === cropping.value?.pictureId)
  return {
    account,
    picture,
    crop: part?.crops[picture?.id ?? ''] ?? null,
    focus: own?.focus ?? { x: 0.5, y: 0.5 },
  }
})
function setCrop(crop: Crop | null, focus: { x: number; y: number }): void {
  const { accountId, pictureId } = cropping.value!
  const part = doc.value.accounts.find((account) => account.accountId === accountId)
  const own = doc.value.pictures.find(({ id }) => id === pictureId)
  if (own) own.focus = focus
  if (part) {
    const { [pictureId]: _, ...others } = part.crops
    part.crops = crop ? { ...others, [pictureId]: crop } : others
  }
  cropping.value = null
}

/** A post for a day that has no open slot left: it may go before what stands there. */
const isDayFull = computed(
  () =>
    doc.value.day !== null &&
    !slots.isAsking.value &&
    slots.common.value.kind === 'next' &&
    slots.places.value.length > 0 &&
    slots.places.value.every(({ at }) => at === null),
)
const newCount = computed(
  () => chosen.value.filter(({ queueItemId, sentAt }) => queueItemId === null && sentAt === null).length,
)
const lineUpLabel = computed(() =>
  ready.value.length > 0 && ready.value.length < newCount.value
    ? labels.lineUpSome(ready.value.length, newCount.value)
    : labels.lineUp,
)
function lineItUp(): void {
  void lineUp(() => {
    if (ready.value.length === newCount.value) void goTo('/desk')
  })
}
async function ask(): Promise<void> {
  if (await editor.save()) await desk.ask({ id: editor.id.value, version: editor.version.value })
}
const approve = (): Promise<boolean> => desk.approve({ id: editor.id.value, version: editor.version.value })
const sendBack = (note: string): Promise<boolean> =>
  desk.sendBack({ id: editor.id.value, version: editor.version.value }, note)
const canAsk = computed(
  () =>
    brand.canWork &&
    text.value.trim() !== '' &&
    editor.view.value?.approval !== 'approved' &&
    editor.view.value?.approval !== 'in-review',
)

useKeys([
  { keys: ['w'], message: words.keys.write, work: true, run: () => field.value?.focus() },
  { keys: ['l'], message: words.keys.lineUp, work: true, run: lineItUp },
  { keys: ['Enter'], command: true, message: labels.keys.lineUp, work: true, run: lineItUp },
  { keys: ['Escape'], message: labels.keys.back, run: () => void goTo('/desk') },
])
const failureMessage = (error: unknown): string => sentenceOf(error)
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <h1 class="sr-only">{{ words.desk.title }}</h1>
    <EmptyState v-if="failed" :title="labels.notThere.title" :detail="failureMessage(failed)">
      <PlainButton to="/desk" kind="act">{{ labels.notThere.go }}</PlainButton>
    </EmptyState>
    <p v-else-if="!editor.isOpen.value" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[222px_minmax(0,1fr)_262px] max-wide:block max-wide:overflow-y-auto"
    >
      <aside
        class="min-h-0 overflow-y-auto border-r border-rule bg-paper px-3.5 py-3.5 max-wide:border-r-0 max-wide:border-b"
        :aria-label="labels.from"
      >
        <PostSource
          v-model="doc"
          :editor="editor"
          :article="article"
          :clippings="clippings"
          :look="look"
          :read-only="readOnly"
          @insert="field?.insert($event)"
        />
      </aside>
      <div class="grid min-h-0 content-start gap-3 overflow-y-auto px-4 py-3.5 max-wide:overflow-visible">
        <section :aria-label="labels.mainText" class="grid gap-2">
          <h2 class="part-name flex items-baseline justify-between gap-4">
            <span class="whitespace-nowrap">{{ labels.mainText }}</span> <SaveState :editor="editor" />
          </h2>
          <OrderSign
            v-if="editor.view.value?.orderId"
            class="text-small"
            :order-id="editor.view.value.orderId"
            :size="13"
            named
          />
          <p v-if="!readOnly && editor.view.value?.approval === 'in-review'" class="text-small text-warn">
            {{ labels.withdraws }}
          </p>
          <ForDay
            v-if="doc.day"
            :day="doc.day"
            :read-only="readOnly"
            :is-full="isDayFull"
            @clear="doc.day = null"
            @first="slots.common.value = { kind: 'first', at: null }"
          />
          <MainText
            v-if="!readOnly"
            ref="field"
            v-model="text"
            :rows="4"
            :label="labels.mainText"
            :placeholder="words.commentField.placeholder"
            :language="doc.language ?? brand.view?.brand.language ?? 'en'"
            :entities="main"
            :proofs="proofs"
          />
          <p v-else class="text-body wrap-anywhere whitespace-pre-wrap" dir="auto">
            {{ text || words.desk.noText }}
          </p>
          <LazyDraftOrigin
            v-if="editor.version.value > 0"
            :post-id="editor.id.value"
            :text="text"
            :changed-at="article?.changedAt ?? null"
          />
          <template v-if="!readOnly">
            <WritingHelpers
              :editor="editor"
              :room="roomOf(text, proofs)"
              :doc="doc"
              :writing="writing"
              :quotes="quotes"
              @insert="field?.insert($event)"
              @hashtag="addTag"
            />
            <HashtagField
              v-model="doc.hashtags"
              sign
              class="text-act"
              :label="`${labels.hashtags}: ${labels.hashtagsHint}`"
              :placeholder="`${labels.hashtags}: ${labels.hashtagsHint}`"
            />
          </template>
          <WordingPanel
            v-model="doc"
            :read-only="readOnly"
            :language="doc.language ?? brand.view?.brand.language ?? 'en'"
          />
        </section>
        <section :aria-label="labels.proofs" class="grid grid-cols-2 gap-2.5 max-column:grid-cols-1">
          <ProofCard
            v-for="proof in proofs"
            :key="proof.account.id"
            :entry="proof"
            :doc="doc"
            :look="look"
            :read-only="readOnly"
            @crop="(accountId, pictureId) => (cropping = { accountId, pictureId })"
          />
        </section>
      </div>
      <aside
        class="flex min-h-0 flex-col border-l border-rule bg-paper max-wide:border-t max-wide:border-l-0"
        :aria-label="labels.whereAndWhen"
      >
        <div
          class="grid min-h-0 grow content-start gap-4 overflow-y-auto px-3.5 py-3.5 max-wide:overflow-visible"
        >
          <PostWhere
            v-model="doc"
            :placing="slots"
            :chosen="chosen"
            :writing="writing"
            :read-only="readOnly"
            :article="article"
          />
          <div class="grid gap-1.5">
            <h2 class="part-name">{{ labels.preflight }}</h2>
            <PostChecks :chosen="chosen" :doc="doc" :read-only="readOnly" />
          </div>
          <PostApproval :view="editor.view.value" @approve="approve" @send-back="sendBack" />
          <p v-if="waitsFor" role="status" class="text-small text-ink-2">{{ labels.waits[waitsFor] }}</p>
          <ErrorMessage :message="problem" />
        </div>
        <footer
          v-if="brand.canWork"
          class="grid gap-1.5 border-t border-rule px-3.5 py-3 max-wide:sticky max-wide:bottom-0 max-wide:bg-sheet"
        >
          <PlainButton kind="act" :busy="busy" :disabled="!mayLineUp" @click="lineItUp"
            >{{ lineUpLabel }} <KeyHint name="Ctrl ↵" on-act
          /></PlainButton>
          <PlainButton v-if="canAsk" @click="ask">{{ labels.ask }}</PlainButton>
          <LazyComeRound
            v-if="text.trim() !== ''"
            kind="quiet"
            :post-id="editor.id.value"
            :before="() => editor.save()"
          />
        </footer>
      </aside>
    </div>
    <LazyCropDialog
      v-if="cropping"
      :open="cropping !== null"
      :account="cropped.account"
      :picture="cropped.picture"
      :crop="cropped.crop"
      :focus="cropped.focus"
      @close="cropping = null"
      @done="setCrop"
    />
    <PostDialogs :editor="editor" :asking="asking" :busy="busy" @yes="lineItUp" @no="asking = false" />
  </div>
</template>
