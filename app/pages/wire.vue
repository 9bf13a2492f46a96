<script setup lang="ts">
import * as words from '#shared/words'
import { NO_FILTER, type WireFilter } from '~/reading/wireFilter'
import { useWireStore } from '~/reading/wireStore'
import { useReading } from '~/reading/useReading'
import ArticleList from '~/reading/ArticleList.vue'
import ArticleSheet from '~/reading/ArticleSheet.vue'

const LazyHandOnDialog = defineAsyncComponent(() => import('~/recipients/HandOnDialog.vue'))
const LazyCommentField = defineAsyncComponent(() => import('~/reading/CommentField.vue'))

const wire = useWireStore()
useHead({ title: () => [wire.article?.title || words.wire.title, words.frame.product].join(' · ') })
const brand = useBrandStore()
const session = useSessionStore()
const route = useRoute()
const router = useRouter()
interface Line {
  shownId: string | null
  write: (typed?: string) => void
  quote: (text: string) => void
  lineUp: () => void
  toDesk: () => void
}
const line = ref<Line | null>(null)
const typedAhead = useTypedAhead()
const sheet = ref<{ quote: () => void; tag: () => void } | null>(null)
const { resize } = useReading()
// The article before stays on the sheet until the one wanted is there: no key is meant for that.
const coming = (): string | null => (wire.articleFailed ? null : wire.selectedId)
const current = computed(() => (wire.article?.id === wire.selectedId ? wire.article : null))
const withComment = useWhenThere(
  () => (current.value && line.value?.shownId === current.value.id ? line.value : null),
  coming,
)
const withSheet = useWhenThere(() => (current.value ? sheet.value : null), coming)
const withArticle = useWhenThere(() => current.value, coming)
const lineUp = (): void => withComment((comment) => comment.lineUp())
const write = (): void => withComment((comment) => comment.write(typedAhead.take()), { typing: true })

// Place and filter stand in the address, so that reload and back keep them.
const known = {
  show: Object.keys(words.wire.shows),
  order: Object.keys(words.wire.orders),
  own: ['yes', 'no'],
  age: Object.keys(words.wire.filters.ages),
}
function filterAsked(): WireFilter {
  const asked = Object.entries(NO_FILTER).map(([name, usual]) => {
    const value = route.query[name]
    const allowed = known[name as keyof typeof known]
    return [name, typeof value === 'string' && (!allowed || allowed.includes(value)) ? value : usual]
  })
  return Object.fromEntries(asked) as WireFilter
}
onMounted(async () => {
  const article = route.query['article']
  const asked = filterAsked()
  const isOther = JSON.stringify(asked) !== JSON.stringify(wire.filter) || wire.loadedFor !== session.brandId
  if (isOther) await wire.setFilter(asked)
  // Nothing is being read that could move away from under the eyes.
  else if (wire.selectedId === null) await wire.showArrived()
  if (typeof article === 'string' && wire.selectedId !== article) await wire.select(article)
})
watch(
  () => session.brandId,
  () => wire.setFilter({ ...NO_FILTER }),
)
watch(
  () => [wire.filter, wire.selectedId] as const,
  ([filter, article]) => {
    if (route.path !== '/wire') return
    const changed = Object.entries(filter).filter(
      ([name, value]) => value !== NO_FILTER[name as keyof WireFilter],
    )
    void router.replace({
      path: '/wire',
      query: { ...Object.fromEntries(changed), ...(article ? { article } : {}) },
    })
  },
)

const decide = (state: 'clipped' | 'shelved' | 'passed'): void => {
  if (wire.chosen.size > 0) return void wire.decideChosen(state)
  if (wire.selectedId) void wire.decide(wire.selectedId, state)
}
/** Whether the dialog that hands the article on is open; it is fetched as it is first wanted. */
const isHandingOn = ref(false)
const wasHandingOn = ref(false)
const handOn = (): void =>
  withArticle(() => {
    wasHandingOn.value = true
    isHandingOn.value = true
  })
const focusSheet = (): void => document.getElementById('article')?.focus()
function openOriginal(): void {
  if (!current.value?.url) return
  void wire.markOpened(current.value.id, true)
  window.open(session.outside(current.value.url), '_blank', 'noopener,noreferrer')
}
useKeys([
  { keys: ['j', 'ArrowDown'], message: words.keys.next, run: () => wire.step(1) },
  { keys: ['k', 'ArrowUp'], message: words.keys.previous, run: () => wire.step(-1) },
  { keys: ['Enter'], message: words.keys.read, run: () => (wire.selectedId ? focusSheet() : wire.step(1)) },
  { keys: ['c'], message: words.keys.clip, work: true, run: () => decide('clipped') },
  { keys: ['d'], message: words.keys.shelve, work: true, run: () => decide('shelved') },
  { keys: ['p'], message: words.keys.pass, work: true, run: () => decide('passed') },
  {
    keys: ['x'],
    message: words.keys.choose,
    work: true,
    run: () => wire.selectedId && wire.choose(wire.selectedId),
  },
  { keys: ['a'], message: words.keys.allRead, work: true, run: () => void wire.readAbove() },
  { keys: ['w'], message: words.keys.write, work: true, run: write },
  {
    keys: ['e'],
    message: words.writing.toWriting,
    work: true,
    run: () => withComment((comment) => comment.toDesk()),
  },
  { keys: ['q'], message: words.keys.quote, work: true, run: () => withSheet((one) => one.quote()) },
  {
    keys: ['t'],
    message: words.keys.tag,
    work: true,
    run: () => withSheet((one) => one.tag(), { typing: true }),
  },
  { keys: ['h'], message: words.keys.handOn, work: true, run: handOn },
  { keys: ['+', '='], message: words.wire.sheet.larger, run: () => resize(1) },
  { keys: ['-'], message: words.wire.sheet.smaller, run: () => resize(-1) },
  { keys: ['o'], message: words.keys.original, run: openOriginal },
  { keys: ['l'], message: words.keys.lineUp, work: true, run: lineUp },
  {
    keys: ['Enter'],
    command: true,
    message: words.keys.lineUpText,
    work: true,
    run: lineUp,
  },
  { keys: ['Escape'], message: words.keys.back, run: () => void wire.select(null) },
])
</script>

<template>
  <div class="contents">
    <h1 class="sr-only">{{ words.wire.title }}</h1>
    <div
      class="grid min-h-0 grow grid-cols-[minmax(300px,0.66fr)_minmax(0,1fr)] max-column:grid-cols-1"
      :class="wire.selectedId ? 'max-column:*:first:hidden' : ''"
    >
      <ArticleList />
      <div
        v-if="wire.selectedId"
        :class="[
          'grid min-h-0 bg-sheet',
          'max-wide:block max-wide:overflow-y-auto',
          'max-column:fixed max-column:inset-0 max-column:bottom-[56px] max-column:z-20',
          brand.canWork ? 'grid-cols-[minmax(0,1fr)_272px]' : '',
        ]"
      >
        <ArticleSheet
          ref="sheet"
          @quote="(text) => withComment((one) => one.quote(text))"
          @hand-on="handOn"
        />
        <LazyCommentField v-if="wire.article && brand.canWork" ref="line" :article="wire.article" />
      </div>
      <div v-else class="bg-sheet max-column:hidden">
        <EmptyState :title="words.wire.sheet.choose.title" :detail="words.wire.sheet.choose.detail" />
      </div>
    </div>
    <LazyHandOnDialog
      v-if="wasHandingOn && wire.article"
      :open="isHandingOn"
      :title="wire.article.title"
      :article-id="wire.article.id"
      @close="isHandingOn = false"
    />
  </div>
</template>
