<script setup lang="ts">
import { words } from '#shared/words'
import type { Show } from '../stores/wire'

useHead({ title: `${words.wire.title} · ${words.frame.product}` })
const wire = useWireStore()
const brand = useBrandStore()
const session = useSessionStore()
const route = useRoute()
const router = useRouter()
const line = ref<{ write: () => void; lineUp: () => void } | null>(null)

// Place and filter stand in the address, so that reload and back keep them.
const SHOWS = Object.keys(words.wire.shows) as Show[]
onMounted(async () => {
  const show = SHOWS.find((one) => one === route.query['show']) ?? 'open'
  const watched = typeof route.query['watch'] === 'string' ? route.query['watch'] : null
  const article = route.query['article']
  const isOther = show !== wire.filter.show || watched !== wire.filter.watch || wire.loadedFor !== session.brandId
  if (isOther) await wire.setFilter({ show, watch: watched })
  if (typeof article === 'string' && wire.selectedId === null) await wire.select(article)
})
watch(
  () => session.brandId,
  () => wire.setFilter({ show: 'open', watch: null }),
)
watch(
  () => [wire.filter.show, wire.filter.watch, wire.selectedId] as const,
  ([show, watched, article]) => {
    if (route.path !== '/wire') return
    const query = { ...(show === 'open' ? {} : { show }), ...(watched ? { watch: watched } : {}), ...(article ? { article } : {}) }
    void router.replace({ path: '/wire', query })
  },
)

const decide = (state: 'clipped' | 'shelved' | 'passed'): void => {
  if (wire.selectedId && brand.canWork) void wire.decide(wire.selectedId, state)
}
const focusSheet = (): void => document.getElementById('article')?.focus()
useKeys([
  { keys: ['j', 'ArrowDown'], says: words.keys.next, does: () => wire.step(1) },
  { keys: ['k', 'ArrowUp'], says: words.keys.previous, does: () => wire.step(-1) },
  { keys: ['Enter'], says: words.keys.read, does: () => (wire.selectedId ? focusSheet() : wire.step(1)) },
  { keys: ['c'], says: words.keys.clip, does: () => decide('clipped') },
  { keys: ['d'], says: words.keys.shelve, does: () => decide('shelved') },
  { keys: ['p'], says: words.keys.pass, does: () => decide('passed') },
  { keys: ['w'], says: words.keys.write, does: () => line.value?.write() },
  { keys: ['l'], says: words.keys.lineUp, does: () => line.value?.lineUp() },
  { keys: ['Enter'], command: true, says: words.keys.lineUpText, does: () => line.value?.lineUp() },
  { keys: ['Escape'], says: words.keys.back, does: () => void wire.select(null) },
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
        class="grid min-h-0 grid-cols-[minmax(0,1fr)_272px] bg-sheet max-wide:block max-wide:overflow-y-auto max-column:fixed max-column:inset-0 max-column:bottom-[52px] max-column:z-20"
      >
        <ArticleSheet />
        <YourLine v-if="wire.article" ref="line" :article="wire.article" />
      </div>
      <div v-else class="bg-sheet max-column:hidden">
        <EmptyState :title="words.wire.sheet.choose.title" :detail="words.wire.sheet.choose.detail" />
      </div>
    </div>
  </div>
</template>
