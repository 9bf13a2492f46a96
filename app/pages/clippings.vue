<script setup lang="ts">
import { useTagging } from '~/reading/useTagging'
import { LayoutGrid, ListPlus, Plus, Rows3 } from '@lucide/vue'
import { useLocalStorage, useMediaQuery } from '@vueuse/core'
import type { Clipping, ClippingFolder } from '#shared/clippings/types'
import * as words from '#shared/words'
import ChosenClippings from '~/clippings/ChosenClippings.vue'
import ClippingCard from '~/clippings/ClippingCard.vue'
import ClippingListItem from '~/clippings/ClippingListItem.vue'
import ClippingPreview from '~/clippings/ClippingPreview.vue'
import FolderRail from '~/clippings/FolderRail.vue'
import { useClippingFilter } from '~/clippings/useClippingFilter'
import { useSeveral } from '~/clippings/useSeveral'
import { type ClippingFilter, useClippingActions, useClippings } from '~/clippings/useClippings'
import { openCapture } from '~/capture/openCapture'

const LazyClippingDialog = defineAsyncComponent(() => import('~/clippings/ClippingDialog.vue'))
const LazyHandOnDialog = defineAsyncComponent(() => import('~/recipients/HandOnDialog.vue'))
const LazySavedLists = defineAsyncComponent(() => import('~/clippings/SavedLists.vue'))

const labels = words.clippings
const collection = words.collection
useHead({ title: `${labels.title} · ${words.frame.product}` })
const { tagArticles } = useTagging()
const actions = useClippingActions()
const several = useSeveral()
const goTo = useGoTo()
const brand = useBrandStore()
const route = useRoute()
const { filter, set, isFiltered, wanted } = useClippingFilter()
const { data: view, failed, reload } = useClippings(wanted)
const editing = ref<Clipping | null>(null)
const wasOpened = ref(false)
const currentId = ref<string | null>(
  typeof route.query['clipping'] === 'string' ? route.query['clipping'] : null,
)
const as = useLocalStorage<keyof typeof collection.asChoices>('quill-clippings-as', 'lines')
// Where there is no room beside the list, a clipping is read before it.
const isWide = useMediaQuery('(min-width: 1024px)')
const isRead = ref(false)
function open(id: string): void {
  currentId.value = id
  isRead.value = !isWide.value
}
const listsOpen = ref(false)
const listsWanted = ref(false)
function openLists(): void {
  listsWanted.value = true
  listsOpen.value = true
}
const list = computed(() => view.value?.clippings ?? [])
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
/** What is dragged goes with all that are chosen, where it is one of them. */
async function moveInto(id: string, folder: ClippingFolder | null): Promise<void> {
  const ids = marked.value.includes(id) ? marked.value : [id]
  await several.moveInto(ids, folder)
  marked.value = []
}
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
/** The clipping that the dialog hands on; it is fetched as it is first wanted. */
const handed = shallowRef<Pick<Clipping, 'id' | 'title'> | null>(null)
const isHandingOn = ref(false)
function handOn(item: Pick<Clipping, 'id' | 'title'>): void {
  // Two dialogs at once would take each other's keys.
  isRead.value = false
  handed.value = item
  isHandingOn.value = true
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
  { keys: ['h'], message: words.keys.handOn, work: true, run: withCurrent(handOn) },
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
      <div class="flex" role="group" :aria-label="collection.as">
        <ToolButton
          v-for="(label, choice) in collection.asChoices"
          :key="choice"
          :label="label"
          :aria-pressed="as === choice"
          :class="as === choice ? 'bg-well text-ink' : ''"
          @click="as = choice"
          ><component :is="choice === 'wall' ? LayoutGrid : Rows3" :size="16" aria-hidden="true"
        /></ToolButton>
      </div>
      <ToolButton class="wide:hidden" :label="words.savedLists.open" @click="openLists"
        ><ListPlus :size="16" aria-hidden="true"
      /></ToolButton>
      <PlainButton v-if="brand.canWork" @click="openCapture"
        ><Plus :size="15" aria-hidden="true" />{{ labels.add }} <KeyHint name="n"
      /></PlainButton>
      <input
        type="search"
        :value="filter.text"
        maxlength="200"
        :aria-label="labels.search"
        :placeholder="labels.search"
        class="w-[150px] rounded border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3"
        @input="set({ text: ($event.target as HTMLInputElement).value })"
      />
      <PlainSelect
        class="wide:hidden"
        :model-value="filter.folder"
        :label="labels.folder"
        @update:model-value="set({ folder: $event })"
      >
        <option value="">{{ labels.allFolders }}</option>
        <option v-for="folder in view?.folders ?? []" :key="folder.id" :value="folder.id">
          {{ folder.name }} ({{ folder.count }})
        </option>
      </PlainSelect>
      <PlainSelect
        :model-value="filter.kind"
        :label="collection.kind"
        @update:model-value="set({ kind: $event })"
      >
        <option value="">{{ collection.allKinds }}</option>
        <option v-for="(label, kind) in collection.kinds" :key="kind" :value="kind">{{ label }}</option>
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
    <ChosenClippings
      v-if="marked.length > 0 && brand.canWork"
      :ids="marked"
      :show="filter.show"
      :folders="view?.folders ?? []"
      @done="marked = []"
      @round-up="roundUp"
    />
    <div class="flex min-h-0 grow">
      <FolderRail
        v-if="view"
        class="max-wide:hidden"
        :model-value="filter.folder"
        :folders="view.folders"
        @update:model-value="set({ folder: $event })"
        @drop="moveInto"
        @lists="openLists"
      />
      <div class="min-h-0 min-w-0 grow overflow-y-auto">
        <div v-if="failed" class="p-6">
          <ErrorMessage :message="failed" />
          <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
        </div>
        <p v-else-if="!view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
        <EmptyState v-else-if="list.length === 0" :title="empty.title" :detail="empty.detail" />
        <ul
          v-else-if="as === 'wall'"
          class="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-3 p-3.5"
        >
          <ClippingCard
            v-for="clipping in list"
            :key="clipping.id"
            :clipping="clipping"
            :current="clipping.id === currentId"
            :chosen="marked.includes(clipping.id)"
            @mark="mark(clipping.id)"
            @choose="currentId = clipping.id"
            @open="open(clipping.id)"
          />
        </ul>
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
      <!-- Its place is kept also where nothing is chosen: what is pressed stays where it is. -->
      <div
        v-if="isWide && list.length > 0"
        class="flex w-[380px] shrink-0 flex-col border-l border-rule bg-paper"
      >
        <ClippingPreview v-if="current" :id="current.id" class="grow" @hand-on="handOn" />
        <p v-else class="m-auto max-w-[26ch] p-5 text-center text-ink-3">{{ collection.nothingChosen }}</p>
      </div>
    </div>
    <SideDialog :open="isRead && current !== null" :title="collection.preview" @close="isRead = false">
      <ClippingPreview v-if="currentId" :id="currentId" class="-mx-5 -my-4" @hand-on="handOn" />
    </SideDialog>
    <LazySavedLists v-if="listsWanted" :open="listsOpen" @close="listsOpen = false" />
    <LazyClippingDialog
      v-if="wasOpened"
      :clipping="editing"
      :folders="(view?.folders ?? []).map(({ name }) => name)"
      @tag="(id, add, remove) => tagArticles([id], add, remove)"
      @close="editing = null"
    />
    <LazyHandOnDialog
      v-if="handed"
      :open="isHandingOn"
      :title="handed.title"
      :clipping-id="handed.id"
      @close="isHandingOn = false"
    />
  </div>
</template>
