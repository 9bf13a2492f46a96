<script setup lang="ts">
import { v7 as uuid } from 'uuid'
import type { ArticleFull, LinedUp } from '#shared/api'
import { api, Refusal, sentenceOf } from '../../api/client'
import { words } from '#shared/words'

const props = defineProps<{ article: ArticleFull }>()
const says = words.yourLine
const brand = useBrandStore()
const session = useSessionStore()
const schedule = useScheduleStore()
const wire = useWireStore()
const notices = useNoticesStore()
const times = useTimes()

const { draft, forget } = useDraft(
  () => `${session.brandId}:${props.article.id}`,
  () => ({ hashtags: props.article.source.hashtags.join(' '), pillarId: knownPillar(props.article.source.pillarId) }),
)
function knownPillar(id: string | null): string | null {
  return brand.view?.pillars.some((pillar) => pillar.id === id) ? id : null
}
const accounts = computed(() => brand.view?.accounts ?? [])
const chosen = computed(() => accounts.value.filter((account) => draft.value.accounts === null || draft.value.accounts.includes(account.id)))
const { partsFor, creditFor, hashtags } = usePostParts(
  () => props.article,
  () => draft.value,
)
const proofs = useProofs(() => accounts.value.map((account) => ({ accountId: account.id, parts: partsFor(account), rules: account.rules })))
const slots = useNextSlots(
  () => draft.value.pillarId,
  () => chosen.value.map((account) => account.id),
)
const shown = ref<string | null>(null)
const shownAccount = computed(() => chosen.value.find((account) => account.id === shown.value) ?? null)
const busy = ref(false)
const problem = ref('')
const field = ref<HTMLTextAreaElement | null>(null)
// One id a post: a retry after a lost answer gives the first result and makes no second post.
let postId = uuid()

const tooLong = computed(() => chosen.value.filter((account) => (proofs.value[account.id]?.measure.left ?? 0) < 0))
const canLineUp = computed(
  () => brand.canWork && draft.value.text.trim() !== '' && chosen.value.length > 0 && tooLong.value.length === 0 && slots.version.value !== '',
)

function toggle(id: string): void {
  const ids = chosen.value.map((account) => account.id)
  draft.value.accounts = ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id]
}

async function lineUp(): Promise<void> {
  if (!canLineUp.value || busy.value) return
  busy.value = true
  problem.value = ''
  const brandId = session.brandId!
  const article = props.article
  try {
    const result = await api.post<LinedUp>(brand.path('/posts'), {
      id: postId,
      articleId: article.id,
      ...partsFor(null),
      hashtags: hashtags.value,
      pillarId: draft.value.pillarId,
      accounts: chosen.value.map((account) => ({
        accountId: account.id,
        ownText: draft.value.ownTexts[account.id]?.trim() || null,
        credit: creditFor(account),
      })),
      planVersion: slots.version.value,
    })
    sayLinedUp(result, brandId, article.id)
  } catch (error) {
    problem.value = sentenceOf(error)
    if (error instanceof Refusal && error.code === 'planChanged') await slots.load()
  } finally {
    busy.value = false
  }
}

function sayLinedUp(result: LinedUp, brandId: string, articleId: string): void {
  const kept = { ...draft.value }
  const key = `quill-draft:${brandId}:${articleId}`
  forget()
  postId = uuid()
  const putBack = wire.leaveList(articleId, 'clipped')
  const places = result.places.map((place) => `${brand.accountName(place.accountId)} ${place.at ? times.shortDayTime(place.at) : words.notices.nowhere}`)
  notices.sayUndoable(words.notices.lineUpIn(places.join(' · ')), brandId, result.historyId, () => {
    localStorage.setItem(key, JSON.stringify(kept))
    putBack()
    void schedule.load()
    return wire.reload(articleId)
  })
  void schedule.load()
}

watch(
  () => props.article.id,
  () => {
    problem.value = ''
    postId = uuid()
  },
)
// The plan behind the slots changes with every line, delivery and timetable.
watch(() => schedule.ribbon, slots.load)
/** Puts words of the article into the text, in quotation marks, and the cursor behind them. */
async function quote(text: string): Promise<void> {
  draft.value.text = [draft.value.text.trimEnd(), `“${text}”`].filter(Boolean).join('\n')
  await nextTick()
  field.value?.focus()
  field.value?.setSelectionRange(draft.value.text.length, draft.value.text.length)
}
defineExpose({ write: () => field.value?.focus(), quote: (text: string) => void quote(text), lineUp: () => void lineUp() })
</script>

<template>
  <section :aria-label="says.title" class="flex min-h-0 flex-col border-l border-rule bg-sheet max-wide:border-t max-wide:border-l-0">
    <div class="grid min-h-0 grow content-start gap-3 overflow-y-auto px-3.5 py-4 max-wide:overflow-visible">
      <h2 class="part-name flex items-baseline justify-between">
        {{ says.title }} <span class="font-sans text-small font-normal text-ink-2 not-italic max-column:hidden"><KeyHint name="Ctrl ↵" /> {{ says.hint }}</span>
      </h2>
      <EmptyState v-if="accounts.length === 0" :title="says.noAccounts.title" :detail="says.noAccounts.detail">
        <NuxtLink to="/set-up/accounts" class="rounded-[5px] bg-act px-3 py-1.5 font-semibold text-on-act">{{ says.noAccounts.go }}</NuxtLink>
      </EmptyState>
      <template v-else>
        <textarea
          ref="field"
          v-model="draft.text"
          rows="5"
          :aria-label="says.label"
          :placeholder="says.placeholder"
          :lang="brand.view?.brand.language"
          spellcheck="true"
          class="block min-h-[118px] w-full resize-y rounded-md border border-edge bg-sheet px-2.5 py-2 text-body placeholder:text-ink-3"
          @keydown.esc.stop="field?.blur()"
        />
        <LineParts v-model="draft" :article="article" />
        <AccountLengths
          :accounts="accounts"
          :chosen="chosen.map((account) => account.id)"
          :proofs="proofs"
          :places="slots.places.value"
          :own-texts="draft.ownTexts"
          :shown="shown"
          @toggle="toggle"
          @show="shown = shown === $event ? null : $event"
        />
        <ProofSheet
          v-if="shownAccount && proofs[shownAccount.id]"
          v-model:own-texts="draft.ownTexts"
          v-model:draft="draft"
          :account="shownAccount"
          :proof="proofs[shownAccount.id]!"
        />
        <LinePreflight :article="article" :draft="draft" :chosen="chosen" :too-long="tooLong.map((account) => account.name)" :places="slots.places.value" />
        <ProblemLine :says="problem" />
      </template>
    </div>
    <footer v-if="brand.canWork" class="flex flex-wrap gap-1.5 border-t border-rule px-3.5 py-3 max-wide:sticky max-wide:bottom-0 max-wide:bg-sheet">
      <PlainButton kind="act" :busy="busy" :disabled="!canLineUp" @click="lineUp"
        >{{ busy ? says.liningUp : says.lineUp }} <KeyHint name="l" on-act
      /></PlainButton>
      <PlainButton :aria-pressed="article.state === 'clipped'" @click="wire.decide(article.id, 'clipped')">
        {{ article.state === 'clipped' ? words.wire.actions.clipped : words.wire.actions.clip }} <KeyHint name="c" />
      </PlainButton>
      <span class="hidden max-wide:contents">
        <PlainButton :aria-pressed="article.state === 'shelved'" @click="wire.decide(article.id, 'shelved')">
          {{ article.state === 'shelved' ? words.wire.actions.shelved : words.wire.actions.shelve }} <KeyHint name="d" />
        </PlainButton>
      </span>
      <PlainButton kind="quiet" class="px-1.5" :aria-pressed="article.state === 'passed'" @click="wire.decide(article.id, 'passed')">
        {{ article.state === 'passed' ? words.wire.actions.passed : words.wire.actions.pass }} <KeyHint name="p" />
      </PlainButton>
    </footer>
  </section>
</template>
