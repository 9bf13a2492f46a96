<script setup lang="ts">
import type { Account } from '#shared/networks/types'
import type { Card, ScheduleView, PlanBase } from '#shared/schedule/types'
import * as words from '#shared/words'
import { dragging, vDrag, vDropTarget, type DropTarget } from '~/base/dragging'

/**
 * One account's line in its order, beside the sheet: what comes next, what after it, and what has no place.
 */
const props = defineProps<{ account: Account; base: PlanBase | null; view: ScheduleView }>()
const emit = defineEmits<{
  open: [cardId: string]
  close: []
  move: [queueItemId: string, kind: 'before' | 'after', otherId: string]
}>()
const labels = words.schedule
const brand = useBrandStore()
const times = useTimes()
const rows = computed(() =>
  (props.base?.lines ?? []).filter(({ accountId }) => accountId === props.account.id),
)
const cardOf = (id: string): Card | null => props.view.cards.find((card) => card.queueItemId === id) ?? null
const held = computed(() => (dragging.value?.what.kind === 'row' ? dragging.value.what.id : null))
const over = ref<string | null>(null)
const target = (id: string): DropTarget => ({
  takes: (what) => what.kind === 'row',
  over: (what) => void (over.value = what ? id : null),
  drop: (what) => what.kind === 'row' && drop(what.id, id),
})
function drop(dragged: string, id: string): void {
  const from = rows.value.findIndex((row) => row.id === dragged)
  const to = rows.value.findIndex((row) => row.id === id)
  if (from >= 0 && to >= 0 && from !== to) emit('move', dragged, from < to ? 'after' : 'before', id)
}
function onKey(event: KeyboardEvent, at: number): void {
  if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return
  event.preventDefault()
  const other = rows.value[at + (event.key === 'ArrowUp' ? -1 : 1)]
  if (other) emit('move', rows.value[at]!.id, event.key === 'ArrowUp' ? 'before' : 'after', other.id)
}
</script>

<template>
  <aside
    class="flex w-72 shrink-0 flex-col border-l border-rule bg-paper"
    :aria-label="labels.line(account.name)"
  >
    <header class="flex items-center justify-between gap-2 border-b border-rule px-3.5 py-2">
      <h2 class="part-name truncate">{{ labels.line(account.name) }}</h2>
      <button
        type="button"
        class="min-h-6 text-small font-semibold whitespace-nowrap text-act"
        @click="emit('close')"
      >
        {{ labels.together }}
      </button>
    </header>
    <p v-if="base && rows.length === 0" class="p-4 text-small text-ink-3">{{ labels.lineEmpty }}</p>
    <ol class="min-h-0 grow divide-y divide-rule overflow-y-auto">
      <li
        v-for="(row, at) in rows"
        :key="row.id"
        v-drop-target="target(row.id)"
        :class="{ 'opacity-45': held === row.id, 'bg-well': over === row.id && held !== row.id }"
      >
        <button
          v-drag="brand.canWork ? { what: { kind: 'row', id: row.id }, label: row.text } : null"
          type="button"
          class="grid w-full grid-cols-[20px_minmax(0,1fr)] gap-1.5 border-l-[3px] px-2.5 py-1.5 text-left hover:bg-sheet"
          :style="{ borderLeftColor: brand.pillarInk(row.pillarId) }"
          :title="words.move.hint"
          :data-line="row.id"
          @click="cardOf(row.id) && emit('open', row.id)"
          @keydown="onKey($event, at)"
        >
          <span class="text-right text-small text-ink-3 tabular-nums">{{ at + 1 }}</span>
          <span class="min-w-0">
            <span class="serif line-clamp-2 text-[13.5px] leading-[1.22] font-medium" dir="auto">{{
              row.text
            }}</span>
            <span class="block text-tiny" :class="row.at ? 'text-ink-2' : 'text-warn'" :title="row.message">{{
              row.at ? times.shortDayTime(row.at) : row.message
            }}</span>
          </span>
        </button>
      </li>
    </ol>
  </aside>
</template>
