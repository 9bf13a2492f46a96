<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { BatchRow } from '#shared/batches/types'
import * as words from '#shared/words'

/** The rows of a file, each with where it would go, or what to mend. */
const props = defineProps<{
  total: number
  rowAt: (index: number) => BatchRow | null
  chosen: number | null
  readOnly: boolean
}>()
const emit = defineEmits<{
  look: [from: number, to: number]
  choose: [row: BatchRow]
  include: [row: BatchRow, isLeftOut: boolean]
}>()
const labels = words.batch
const brand = useBrandStore()
const times = useTimes()
const box = ref<HTMLElement | null>(null)
const ROW = 52
const virtual = useVirtualizer(
  computed(() => ({
    count: props.total,
    getScrollElement: () => box.value,
    estimateSize: () => ROW,
    overscan: 8,
  })),
)
const shown = computed(() => virtual.value.getVirtualItems())
watch(
  () => [shown.value[0]?.index ?? 0, shown.value.at(-1)?.index ?? 0] as const,
  ([from, to]) => emit('look', from, to),
)

const accountsOf = (row: BatchRow): string =>
  row.places.length > 0
    ? row.places.map(({ accountId }) => brand.accountName(accountId)).join(', ')
    : (row.cells.account ?? '')
/** The first of its times; where it takes its turn and has no place yet, that. */
function placeOf(row: BatchRow): string {
  const [first] = row.places
  if (first?.at) return times.dayTime(first.at)
  if (row.state === 'faulty' || row.state === 'unchecked') return row.cells.at ?? ''
  return row.cells.at ?? labels.inTurn
}
const GRID = [
  'grid grid-cols-[34px_46px_minmax(180px,1fr)_minmax(90px,150px)_minmax(110px,150px)] items-center',
  'max-column:grid-cols-[30px_42px_minmax(0,1fr)_84px]',
].join(' ')
/** What there is to say of a row besides its place. */
const second = (row: BatchRow): { text: string; tone: string } | null => {
  const [problem] = row.problems
  if (problem)
    return { text: `${labels.fields[problem.field]}: ${problem.message}`, tone: 'text-bad font-medium' }
  if (row.state === 'gone-out') return { text: labels.goneOut, tone: 'text-ink-3' }
  if (row.state === 'taken') return { text: labels.wasTaken, tone: 'text-ok' }
  if (row.warnings[0]) return { text: row.warnings[0], tone: 'text-warn' }
  return null
}
const isDone = ({ state }: BatchRow): boolean => state === 'taken' || state === 'gone-out'
</script>

<template>
  <div
    ref="box"
    class="min-h-0 grow overflow-auto bg-sheet text-small"
    role="table"
    tabindex="0"
    :aria-label="labels.table"
    :aria-rowcount="total + 1"
  >
    <div role="rowgroup" class="sticky top-0 z-10 border-b border-rule bg-paper">
      <div role="row" :class="GRID" class="px-2 py-1 font-semibold text-ink-2">
        <span role="columnheader"
          ><span class="sr-only">{{ labels.heads.include }}</span></span
        >
        <span role="columnheader" class="px-1.5 text-right">{{ labels.heads.line }}</span>
        <span role="columnheader" class="px-1.5">{{ labels.heads.text }}</span>
        <span role="columnheader" class="px-1.5 max-column:hidden">{{ labels.heads.accounts }}</span>
        <span role="columnheader" class="px-1.5">{{ labels.heads.place }}</span>
      </div>
    </div>
    <div role="rowgroup" class="relative" :style="{ height: `${virtual.getTotalSize()}px` }">
      <template v-for="item in shown" :key="item.index">
        <div
          v-for="row in [rowAt(item.index)]"
          :key="row?.position ?? -1"
          role="row"
          :aria-rowindex="item.index + 2"
          class="absolute right-0 left-0 h-[52px] border-b border-rule/60 px-2"
          :class="[GRID, row && row.position === chosen ? 'bg-well' : 'hover:bg-paper']"
          :style="{ transform: `translateY(${item.start}px)` }"
        >
          <template v-if="row">
            <span role="cell" class="grid place-items-center">
              <input
                v-if="!isDone(row)"
                type="checkbox"
                class="size-4 accent-(--act)"
                :aria-label="labels.includeThis(row.line)"
                :checked="row.state !== 'left-out'"
                :disabled="readOnly"
                @change="emit('include', row, !($event.target as HTMLInputElement).checked)"
              />
            </span>
            <span role="cell" class="px-1.5 text-right text-ink-3 tabular-nums">{{ row.line }}</span>
            <span role="cell" class="min-w-0 px-1.5" :class="row.state === 'left-out' ? 'opacity-60' : ''">
              <button
                type="button"
                class="block min-h-6 max-w-full truncate text-left text-base hover:underline"
                dir="auto"
                @click="emit('choose', row)"
              >
                {{ (row.cells.text ?? '').split('\n')[0] || labels.noText }}
              </button>
              <span v-if="second(row)" class="block truncate" :class="second(row)!.tone">{{
                second(row)!.text
              }}</span>
            </span>
            <span role="cell" class="line-clamp-2 px-1.5 text-ink-2 wrap-anywhere max-column:hidden">{{
              accountsOf(row)
            }}</span>
            <span role="cell" class="line-clamp-2 px-1.5 text-ink-2 tabular-nums">{{ placeOf(row) }}</span>
          </template>
          <span v-else role="cell" class="col-span-full px-8 text-ink-3">…</span>
        </div>
      </template>
    </div>
  </div>
</template>
