<script setup lang="ts">
import OrderSign from '~/orders/OrderSign.vue'
import { useLocalStorage } from '@vueuse/core'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { ArrowDown, ArrowUp, Download } from '@lucide/vue'
import { isTrouble, type SheetFilter } from '#shared/schedule/filter'
import type { ListRow, ListSort, ListView } from '#shared/schedule/types'
import * as words from '#shared/words'
import { csvText, download } from '~/base/saveFile'
import ListActions from './ListActions.vue'
import { useList } from './useList'

/** All posts in a table: what went out, what is in line, turns of evergreens, drafts. */
const props = defineProps<{ filter: SheetFilter; alone: string | null }>()
const emit = defineEmits<{
  open: [row: ListRow, date: string]
  listed: [names: Pick<ListView, 'people' | 'sources'>]
}>()
const labels = words.list
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const goTo = useGoTo()
const clock = useClockStore()
const sort = ref<ListSort>('at')
const isDescending = ref(false)
const list = useList(() => ({
  filter: props.filter,
  account: props.alone,
  sort: sort.value,
  isDescending: isDescending.value,
}))
function sortBy(column: ListSort): void {
  isDescending.value = sort.value === column ? !isDescending.value : false
  sort.value = column
}

const COLUMNS = {
  at: '154px',
  account: '120px',
  text: 'minmax(160px, 1fr)',
  pillar: '124px',
  state: '96px',
  who: '96px',
  source: '128px',
} as const
type Column = keyof typeof COLUMNS
const ALWAYS: Column[] = ['at', 'text']
/** What one does not want to see. */
const hidden = useLocalStorage<Column[]>('list-columns-hidden', [])
const columns = computed(() =>
  (Object.keys(COLUMNS) as Column[]).filter((name) => ALWAYS.includes(name) || !hidden.value.includes(name)),
)
const toggleColumn = (name: Column): void =>
  void (hidden.value = hidden.value.includes(name)
    ? hidden.value.filter((known) => known !== name)
    : [...hidden.value, name])
const grid = computed(() => `28px ${columns.value.map((name) => COLUMNS[name]).join(' ')}`)

const box = ref<HTMLElement | null>(null)
const ROW = 32
const virtual = useVirtualizer(
  computed(() => ({
    count: list.total.value ?? 0,
    getScrollElement: () => box.value,
    estimateSize: () => ROW,
    overscan: 12,
  })),
)
const shown = computed(() => virtual.value.getVirtualItems())
watch(
  () => [shown.value[0]?.index ?? 0, shown.value.at(-1)?.index ?? 0] as const,
  ([from, to]) => list.look(from, to),
)
watch(list.names, (names) => names && emit('listed', names))
// Each order begins with what comes next, where it goes by time; others at their beginning.
watch(list.isNew, (isNew) => {
  if (isNew) return
  void nextTick(() => {
    if (list.firstComing.value === null) virtual.value.scrollToOffset(0)
    else virtual.value.scrollToIndex(list.firstComing.value, { align: 'start' })
  })
})

const chosen = ref(new Set<string>())
/** Only what stands in line can be changed here. */
const canChoose = (row: ListRow | null): boolean => brand.canWork && Boolean(row?.queueItemId)
let lastAt = -1
function choose(index: number, event: MouseEvent): void {
  const now = new Set(chosen.value)
  const isOn = (event.target as HTMLInputElement).checked
  const from = event.shiftKey && lastAt >= 0 ? Math.min(lastAt, index) : index
  const to = event.shiftKey && lastAt >= 0 ? Math.max(lastAt, index) : index
  for (let at = from; at <= to; at++) {
    const id = list.rowAt(at)?.queueItemId
    if (id && isOn) now.add(id)
    else if (id) now.delete(id)
  }
  lastAt = index
  chosen.value = now
}
// What is no longer shown is no longer chosen: nothing is done to what one does not see.
watch([() => props.filter, () => props.alone], () => (chosen.value = new Set()), { deep: true })
/** What left the line meanwhile is chosen no more, as far as its row is known. */
watch(list.pages, (pages) => {
  const known = new Set([...pages.values()].flat().flatMap(({ queueItemId }) => queueItemId ?? []))
  const isWhole = [...pages.values()].flat().length === list.total.value
  if (isWhole) chosen.value = new Set([...chosen.value].filter((id) => known.has(id)))
})

const stateOf = (row: ListRow): string => {
  if (row.state === 'draft') return row.approval === 'in-review' ? words.schedule.review : labels.draft
  if (row.state !== 'lined-up') return words.schedule.states[row.state]
  if (row.isHeld || row.isHeldBack) return words.schedule.held
  if (row.approval === 'in-review') return words.schedule.review
  if (row.approval !== 'approved') return words.schedule.draft
  return row.at === null ? labels.noPlace : row.evergreenId ? labels.turn : labels.lined
}
/** Days of another year say so. */
function whenOf(at: string): string {
  const { date } = times.moment(at)
  const isThisYear = date.slice(0, 4) === times.moment(clock.now).date.slice(0, 4)
  return isThisYear ? times.dayTime(at) : `${times.dateMonth(date)} ${date.slice(0, 4)}, ${times.time(at)}`
}
const pillarName = (id: string | null): string =>
  brand.view?.pillars.find((pillar) => pillar.id === id)?.name ?? ''
const cellOf = (row: ListRow, column: Column): string => {
  switch (column) {
    case 'at':
      return row.at === null ? '' : whenOf(row.at)
    case 'account':
      return row.accountId === null ? '' : brand.accountName(row.accountId)
    case 'text':
      return row.text.split('\n')[0] ?? ''
    case 'pillar':
      return pillarName(row.pillarId)
    case 'state':
      return stateOf(row)
    case 'who':
      return row.authorName
    case 'source':
      return row.source ?? ''
  }
}
function open(row: ListRow): void {
  if (row.state === 'draft' || row.at === null) void goTo(`/desk/${row.postId}`)
  else emit('open', row, times.moment(row.at).date)
}

/** Rows that are saved already while a file is made; null while none is. */
const saving = ref<number | null>(null)
async function save(): Promise<void> {
  saving.value = 0
  try {
    const rows = await list.all((count) => (saving.value = count))
    const table = rows.map((row) => [
      row.at ?? '',
      ...columns.value.map((column) => (column === 'text' ? row.text : cellOf(row, column))),
      row.remoteUrl ?? '',
    ])
    const head = [labels.instant, ...columns.value.map((name) => labels.columns[name]), labels.address]
    download('posts.csv', new Blob([csvText(head, table)], { type: 'text/csv' }))
  } catch (error) {
    notices.complain(error)
  } finally {
    saving.value = null
  }
}
</script>

<template>
  <div class="flex min-h-0 grow flex-col">
    <div class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3.5 py-1 text-small">
      <span role="status">{{ list.total.value === null ? '' : labels.count(list.total.value) }}</span>
      <ListActions v-if="chosen.size > 0" :ids="[...chosen]" @done="chosen = new Set()" />
      <span class="grow" />
      <fieldset v-if="chosen.size === 0" class="flex flex-wrap items-center gap-x-2.5 max-wide:hidden">
        <legend class="sr-only">{{ labels.shownColumns }}</legend>
        <label
          v-for="name in (Object.keys(COLUMNS) as Column[]).filter((column) => !ALWAYS.includes(column))"
          :key="name"
          class="inline-flex min-h-7 items-center gap-1"
          ><input
            type="checkbox"
            class="accent-(--act)"
            :checked="!hidden.includes(name)"
            @change="toggleColumn(name)"
          />{{ labels.columns[name] }}</label
        >
      </fieldset>
      <PlainButton v-if="brand.canWork && chosen.size === 0" to="/posts-from-file">{{
        words.batch.title
      }}</PlainButton>
      <PlainButton :busy="saving !== null" :disabled="!list.total.value" @click="save"
        ><Download :size="13" aria-hidden="true" />{{
          saving === null ? labels.save : labels.saving(saving, list.total.value ?? 0)
        }}</PlainButton
      >
    </div>
    <div v-if="list.failed.value" class="p-6">
      <ErrorMessage :message="list.failed.value" />
      <PlainButton class="mt-3" @click="list.again()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="list.total.value === null" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState
      v-else-if="list.total.value === 0"
      :title="labels.empty.title"
      :detail="labels.empty.detail"
    />
    <div
      v-else
      ref="box"
      class="min-h-0 grow overflow-auto bg-sheet text-small"
      role="table"
      tabindex="0"
      :aria-label="labels.title"
      :aria-rowcount="list.total.value + 1"
    >
      <div role="rowgroup" class="sticky top-0 z-10 min-w-fit border-b border-rule bg-paper">
        <div role="row" class="grid items-center px-2" :style="{ gridTemplateColumns: grid }">
          <span role="columnheader" class="sr-only">{{ labels.choose }}</span><span aria-hidden="true" />
          <span
            v-for="name in columns"
            :key="name"
            role="columnheader"
            class="px-1.5 py-1 text-small font-semibold text-ink-2"
            :aria-sort="sort !== name ? 'none' : isDescending ? 'descending' : 'ascending'"
          >
            <span v-if="name === 'text'">{{ labels.columns[name] }}</span>
            <button
              v-else
              type="button"
              class="inline-flex min-h-6 items-center gap-1 hover:text-ink"
              @click="sortBy(name)"
            >
              {{ labels.columns[name] }}
              <component
                :is="isDescending ? ArrowDown : ArrowUp"
                v-if="sort === name"
                :size="11"
                aria-hidden="true"
              />
            </button>
          </span>
        </div>
      </div>
      <div role="rowgroup" class="relative min-w-fit" :style="{ height: `${virtual.getTotalSize()}px` }">
        <div
          v-for="item in shown"
          :key="item.index"
          role="row"
          :aria-rowindex="item.index + 2"
          class="absolute right-0 left-0 grid h-8 items-center border-b border-rule/60 px-2 hover:bg-paper"
          :style="{ gridTemplateColumns: grid, transform: `translateY(${item.start}px)` }"
        >
          <template v-if="list.rowAt(item.index)">
            <span role="cell" class="grid place-items-center">
              <input
                v-if="canChoose(list.rowAt(item.index))"
                type="checkbox"
                class="size-4 accent-(--act)"
                :aria-label="labels.chooseThis(cellOf(list.rowAt(item.index)!, 'text'))"
                :checked="chosen.has(list.rowAt(item.index)!.queueItemId!)"
                @click="choose(item.index, $event)"
              />
            </span>
            <span
              v-for="name in columns"
              :key="name"
              role="cell"
              class="truncate px-1.5"
              :class="[
                name === 'text' ? '' : 'text-ink-2',
                name === 'at' ? 'tabular-nums' : '',
                name === 'state' && isTrouble(list.rowAt(item.index)!.state) ? 'font-semibold text-bad' : '',
              ]"
            >
              <OrderSign
                v-if="name === 'text' && list.rowAt(item.index)!.orderId"
                :order-id="list.rowAt(item.index)!.orderId"
                class="float-left mt-1.5 mr-1.5"
              />
              <button
                v-if="name === 'text'"
                type="button"
                class="block min-h-6 max-w-full truncate text-left underline-offset-2 hover:underline"
                dir="auto"
                @click="open(list.rowAt(item.index)!)"
              >
                {{ cellOf(list.rowAt(item.index)!, name) || words.desk.noText }}
              </button>
              <span v-else-if="name === 'pillar'" class="flex items-center gap-1.5">
                <i
                  v-if="list.rowAt(item.index)!.pillarId"
                  class="size-2 shrink-0 rounded-[2px]"
                  :style="{ background: brand.pillarInk(list.rowAt(item.index)!.pillarId) }"
                  aria-hidden="true"
                />
                <span class="truncate">{{ cellOf(list.rowAt(item.index)!, name) }}</span>
              </span>
              <template v-else>{{ cellOf(list.rowAt(item.index)!, name) }}</template>
            </span>
          </template>
          <span v-else role="cell" class="col-span-full px-8 text-ink-3">…</span>
        </div>
      </div>
    </div>
  </div>
</template>
