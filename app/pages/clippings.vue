<script setup lang="ts">
import { useTagging } from '~/reading/useTagging'
import { Plus } from '@lucide/vue'
import { refDebounced } from '@vueuse/core'
import type { Clipping } from '#shared/clippings/types'
import * as words from '#shared/words'
import { ALL_WAITING, type ClippingFilter, useClippingActions, useClippings } from '~/clippings/useClippings'
import { openCapture } from '~/capture/openCapture'
import ClippingListItem from '~/clippings/ClippingListItem.vue'

const LazyClippingDialog = defineAsyncComponent(() => import('~/clippings/ClippingDialog.vue'))

const labels = words.clippings
useHead({ title: `${labels.title} · ${words.frame.product}` })
const { tagArticles } = useTagging()
const actions = useClippingActions()
const goTo = useGoTo()
const session = useSessionStore()
const brand = useBrandStore()
const route = useRoute()
const router = useRouter()
const editing = ref<Clipping | null>(null)
const wasOpened = ref(false)
const currentId = ref<string | null>(null)

// Place and filter stand in the address, so that reload and back keep them.
const asked = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
const oneOf = <T extends string>(known: Record<T, unknown>, value: string, fallback: T): T =>
  value in known ? (value as T) : fallback
const filter = shallowRef<ClippingFilter>({
  show: oneOf(labels.shows, asked('show'), 'waiting'),
  folder: asked('folder'),
  tag: asked('tag'),
  text: asked('q'),
  written: oneOf(labels.writtenChoices, asked('written'), 'any'),
})
const set = (patch: Partial<ClippingFilter>): void => void (filter.value = { ...filter.value, ...patch })
/** What is looked for: words once one pauses in typing them. */
const typed = refDebounced(
  computed(() => filter.value.text),
  160,
)
const { data: view, failed, reload } = useClippings(() => ({ ...filter.value, text: typed.value }))
watch(filter, ({ show, folder, tag, text, written }) => {
  const query = {
    ...(show === 'waiting' ? {} : { show }),
    ...(folder ? { folder } : {}),
    ...(tag ? { tag } : {}),
    ...(text ? { q: text } : {}),
    ...(written === 'any' ? {} : { written }),
  }
  void router.replace({ path: '/clippings', query })
})
watch(
  () => session.brandId,
  () => set(ALL_WAITING),
  { flush: 'sync' },
)
const list = computed(() => view.value?.clippings ?? [])
const isFiltered = computed(
  () =>
    filter.value.folder !== '' ||
    filter.value.tag !== '' ||
    filter.value.text.trim() !== '' ||
    filter.value.written !== 'any',
)
const empty = computed(() => (isFiltered.value ? labels.empty.filtered : labels.empty[filter.value.show]))
function edit(one: Clipping): void {
  wasOpened.value = true
  editing.value = one
}

/** Chosen for a round-up, in the order they were chosen. */
const marked = ref<string[]>([])
const mark = (id: string): void => {
  marked.value = marked.value.includes(id)
    ? marked.value.filter((item) => item !== id)
    : [...marked.value, id]
}
watch(list, (now) => (marked.value = marked.value.filter((id) => now.some((item) => item.id === id))))
const roundUp = (): void => void goTo({ path: '/desk/new', query: { clippings: marked.value.join(',') } })

const index = computed(() => list.value.findIndex((item) => item.id === currentId.value))
const current = computed(() => list.value[index.value] ?? null)
function step(by: 1 | -1): void {
  const target = list.value[Math.min(list.value.length - 1, Math.max(0, index.value + by))]
  currentId.value = target?.id ?? null
  document.querySelector(`[data-clipping="${currentId.value}"]`)?.scrollIntoView({ block: 'nearest' })
}
const withCurrent = (work: (one: Clipping) => void) => (): void => {
  if (current.value) work(current.value)
}
useKeys([
  { keys: ['j', 'ArrowDown'], message: words.keys.nextFound, run: () => step(1) },
  { keys: ['k', 'ArrowUp'], message: words.keys.previousFound, run: () => step(-1) },
  {
    keys: ['w', 'Enter'],
    message: words.keys.write,
    work: true,
    run: withCurrent(
      (item) =>
        void goTo({
          path: '/desk/new',
          query: item.articleId && item.quote === null ? { article: item.articleId } : { clippings: item.id },
        }),
    ),
  },
  { keys: [' '], message: words.keys.choose, work: true, run: withCurrent((item) => mark(item.id)) },
  {
    keys: ['r'],
    message: words.writing.roundUp,
    work: true,
    run: () => marked.value.length > 0 && roundUp(),
  },
  {
    keys: ['d'],
    message: words.keys.shelve,
    work: true,
    run: withCurrent(
      (item) => item.quote === null && void actions.move(item, item.shelved ? 'clipped' : 'shelved'),
    ),
  },
  { keys: ['n'], message: labels.addOne, work: true, run: openCapture },
  { keys: ['e'], message: labels.editTitle, work: true, run: withCurrent(edit) },
  {
    keys: ['x'],
    message: labels.done,
    work: true,
    run: withCurrent((item) => void actions.workOff(item, item.doneAt === null)),
  },
])
const choices = computed(() =>
  (Object.keys(labels.shows) as ClippingFilter['show'][]).map((value) => ({
    value,
    label: labels.shows[value],
    count: view.value?.counts[value] ?? null,
  })),
)
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <PageHead :title="labels.title" :help="words.screenHelp.clippings">
      <ChoiceTabs
        :model-value="filter.show"
        :label="labels.show"
        :choices="choices"
        @update:model-value="set({ show: $event })"
      />
      <span class="grow" />
      <PlainButton v-if="brand.canWork" @click="openCapture"
        ><Plus :size="15" aria-hidden="true" />{{ labels.add }} <KeyHint name="n"
      /></PlainButton>
      <input
        type="search"
        :value="filter.text"
        maxlength="200"
        :aria-label="labels.search"
        :placeholder="labels.search"
        class="w-[190px] rounded border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3"
        @input="set({ text: ($event.target as HTMLInputElement).value })"
      />
      <PlainSelect
        :model-value="filter.folder"
        :label="labels.folder"
        @update:model-value="set({ folder: $event })"
      >
        <option value="">{{ labels.allFolders }}</option>
        <option v-for="folder in view?.folders ?? []" :key="folder.name" :value="folder.name">
          {{ folder.name }} ({{ folder.count }})
        </option>
      </PlainSelect>
      <PlainSelect
        v-if="(brand.view?.tags ?? []).length > 0"
        :model-value="filter.tag"
        :label="labels.tag"
        class="max-w-[120px]"
        @update:model-value="set({ tag: $event })"
      >
        <option value="">{{ labels.allTags }}</option>
        <option v-for="tag in brand.view?.tags ?? []" :key="tag.id" :value="tag.id">{{ tag.name }}</option>
      </PlainSelect>
      <PlainSelect
        :model-value="filter.written"
        :label="labels.written"
        @update:model-value="set({ written: $event })"
      >
        <option v-for="(label, value) in labels.writtenChoices" :key="value" :value="value">
          {{ label }}
        </option>
      </PlainSelect>
    </PageHead>
    <div
      v-if="marked.length > 0 && brand.canWork"
      class="flex items-center gap-3 border-b border-rule bg-paper px-4 py-2"
    >
      <span>{{ words.wire.several.count(marked.length) }}</span>
      <PlainButton kind="act" @click="roundUp"
        >{{ words.writing.roundUp }} <KeyHint name="r" on-act
      /></PlainButton>
      <PlainButton kind="quiet" @click="marked = []">{{ words.wire.several.clear }}</PlainButton>
    </div>
    <div class="min-h-0 grow overflow-y-auto">
      <div v-if="failed" class="p-6">
        <ErrorMessage :message="failed" />
        <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
      </div>
      <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
      <EmptyState v-else-if="list.length === 0" :title="empty.title" :detail="empty.detail" />
      <ul v-else class="divide-y divide-rule border-b border-rule">
        <ClippingListItem
          v-for="clipping in list"
          :key="clipping.id"
          :clipping="clipping"
          :current="clipping.id === currentId"
          :chosen="marked.includes(clipping.id)"
          @mark="mark(clipping.id)"
          @choose="currentId = clipping.id"
          @edit="edit(clipping)"
          @move="(state) => actions.move(clipping, state)"
          @done="(done) => actions.workOff(clipping, done)"
        />
      </ul>
    </div>
    <LazyClippingDialog
      v-if="wasOpened"
      :clipping="editing"
      :folders="(view?.folders ?? []).map(({ name }) => name)"
      @tag="(id, add, remove) => tagArticles([id], add, remove)"
      @close="editing = null"
    />
  </div>
</template>
