<script setup lang="ts">
import * as words from '#shared/words'
import EvergreenForm from '~/evergreens/EvergreenForm.vue'
import EvergreenList from '~/evergreens/EvergreenList.vue'
import EvergreenPanel from '~/evergreens/EvergreenPanel.vue'
import PoolNotes from '~/evergreens/PoolNotes.vue'
import SeveralEvergreens from '~/evergreens/SeveralEvergreens.vue'
import { onShelf, useEvergreens, type Shelf } from '~/evergreens/useEvergreens'

const labels = words.evergreens
useHead({ title: `${labels.title} · ${words.frame.product}` })
const route = useRoute()
const router = useRouter()
const brand = useBrandStore()
const { view, failed, put } = useEvergreens()

const all = computed(() => view.value?.evergreens ?? [])
const shelves = computed(() => {
  const ids = [...(brand.view?.pillars ?? []).map(({ id }) => id), '']
  const named = ids.map((id) => ({
    value: id || 'none',
    label: brand.view?.pillars.find((pillar) => pillar.id === id)?.name ?? labels.noPillar,
    count: onShelf(all.value, { pillarId: id }).length,
  }))
  return [
    ...named.filter(({ value, count }) => count > 0 || value !== 'none'),
    ...(['resting', 'retired'] as const)
      .map((value) => ({ value, label: labels[value], count: onShelf(all.value, value).length }))
      .filter(({ count }) => count > 0),
  ]
})
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
const shelf = ref(asked('shelf'))
const chosen = ref('')
/** The one that was asked for, until it is there: a list that was kept may be from before it was made. */
const wanted = ref(asked('post'))
const shelfOf = (value: string): Shelf =>
  value === 'resting' || value === 'retired' ? value : { pillarId: value === 'none' ? '' : value }
const shown = computed(() => onShelf(all.value, shelfOf(shelf.value)))
const evergreen = computed(() => all.value.find(({ postId }) => postId === chosen.value) ?? null)
const pools = computed(() =>
  (view.value?.pools ?? []).filter(({ pillarId }) => (pillarId ?? 'none') === shelf.value),
)

// The one that is asked for shows its shelf; else the first that has any is shown.
watch(
  shelves,
  (known) => {
    if (known.length === 0 || all.value.length === 0) return
    const of = known.find(({ value }) =>
      onShelf(all.value, shelfOf(value)).some(({ postId }) => postId === wanted.value),
    )
    if (of) [shelf.value, chosen.value, wanted.value] = [of.value, wanted.value, '']
    else if (!known.some(({ value, count }) => value === shelf.value && count > 0))
      shelf.value = (known.find(({ count }) => count > 0) ?? known[0]!).value
  },
  { immediate: true },
)
watch([shelf, chosen], () => {
  if (route.path !== '/evergreens') return
  const query = {
    ...(shelf.value ? { shelf: shelf.value } : {}),
    ...(chosen.value ? { post: chosen.value } : {}),
  }
  void router.replace({ path: '/evergreens', query })
})
watch(
  shown,
  (now) => {
    if (!now.some(({ postId }) => postId === chosen.value)) chosen.value = now[0]?.postId ?? ''
  },
  { immediate: true },
)

const panel = ref<HTMLElement | null>(null)
/** Where there is no room beside the list, what one chose is below it. */
async function choose(id: string): Promise<void> {
  ;[chosen.value, wanted.value] = [id, '']
  await nextTick()
  if (matchMedia('(max-width: 1023px)').matches) panel.value?.scrollIntoView({ block: 'start' })
}
/** Those that something is done with at once. */
const several = ref(new Set<string>())
watch(shelf, () => (several.value = new Set()))
// What left the shelf is chosen no more: nothing is done to what one does not see.
watch(shown, (now) => {
  const here = new Set(now.map(({ postId }) => postId))
  several.value = new Set([...several.value].filter((id) => here.has(id)))
})
function pick(id: string): void {
  const now = new Set(several.value)
  if (!now.delete(id)) now.add(id)
  several.value = now
}
const notices = useNoticesStore()
async function putSeveral(state: 'in-turn' | 'resting' | 'retired'): Promise<void> {
  try {
    await put([...several.value], state)
    several.value = new Set()
  } catch (error) {
    notices.complain(error)
  }
}
const hasOwnSource = computed(() => view.value?.hasOwnSource ?? false)
const changing = ref(false)
const LazyFromOwn = defineAsyncComponent(() => import('~/evergreens/FromOwn.vue'))
const [isOwnOpen, hasOwn] = [ref(false), ref(false)]
watch(isOwnOpen, (open) => open && (hasOwn.value = true))
const move = (by: number): void => {
  const at = shown.value.findIndex(({ postId }) => postId === chosen.value)
  const next = shown.value[Math.max(0, Math.min(shown.value.length - 1, at + by))]
  if (next) chosen.value = next.postId
}
useKeys([
  { keys: ['j'], message: words.keys.nextFound, run: () => move(1) },
  { keys: ['k'], message: words.keys.previousFound, run: () => move(-1) },
  {
    keys: ['x'],
    message: labels.several.pick,
    run: () => chosen.value && brand.canWork && pick(chosen.value),
  },
])
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :detail="labels.detail" :help="words.screenHelp.evergreens">
      <span class="grow" />
      <PlainButton v-if="brand.canWork && view && hasOwnSource" @click="isOwnOpen = true">{{
        labels.own.open(view.fromOwn)
      }}</PlainButton>
      <PlainButton v-if="brand.canWork" kind="act" to="/desk/new">{{ labels.write }}</PlainButton>
    </PageHead>
    <LazyFromOwn v-if="hasOwn" :open="isOwnOpen" @close="isOwnOpen = false" />
    <EmptyState v-if="failed && !view" :title="labels.failed" :detail="failed" />
    <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState v-else-if="all.length === 0" :title="labels.empty.title" :detail="labels.empty.detail">
      <PlainButton v-if="brand.canWork" kind="act" to="/desk/new">{{ labels.empty.write }}</PlainButton>
      <PlainButton to="/results">{{ labels.empty.toResults }}</PlainButton>
    </EmptyState>
    <template v-else>
      <div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3.5 py-2">
        <ChoiceTabs v-model="shelf" :label="labels.pillars" :choices="shelves" />
        <span class="grow" />
        <SeveralEvergreens
          v-if="several.size > 0"
          :count="several.size"
          :shelf="shelf"
          @put="putSeveral"
          @none="several = new Set()"
        />
      </div>
      <div
        :class="[
          'grid min-h-0 grow grid-cols-[minmax(0,1fr)_330px] bg-sheet',
          'max-wide:block max-wide:overflow-y-auto',
        ]"
      >
        <div
          class="min-h-0 overflow-y-auto max-wide:overflow-visible"
          tabindex="0"
          role="group"
          :aria-label="labels.title"
        >
          <EvergreenList
            :evergreens="shown"
            :chosen="chosen"
            :several="several"
            @choose="choose"
            @pick="pick"
          />
          <PoolNotes :pools="pools" />
        </div>
        <aside
          ref="panel"
          class="min-h-0 overflow-y-auto border-l border-rule bg-paper max-wide:border-t max-wide:border-l-0"
        >
          <EvergreenPanel
            v-if="evergreen"
            :evergreen="evergreen"
            @put="put([evergreen.postId], $event)"
            @change="changing = true"
          />
          <p v-else-if="shown.length > 0" class="px-4 py-3.5 text-ink-3">{{ labels.panel.none }}</p>
        </aside>
      </div>
      <EvergreenForm
        v-if="evergreen"
        :open="changing"
        :post="{
          id: evergreen.postId,
          version: evergreen.version,
          pillarId: evergreen.pillarId,
          accountIds: [],
        }"
        :known="evergreen"
        @close="changing = false"
        @done="changing = false"
      />
    </template>
  </div>
</template>
