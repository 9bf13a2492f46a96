<script setup lang="ts">
import type { Card } from '#shared/schedule/types'
import { NOWHERE, vDropTarget } from '~/base/dragging'
import OpenSlot from './OpenSlot.vue'
import PostCard from './PostCard.vue'
import type { SheetEntry } from './scheduleGrid'
import type { Shift } from './useCardShift'
import { SHEET_DRAG } from './useSheetDrag'

/**
 * An account's day. A component of its own: as a dragged card passes over the sheet, only the days it enters
 * and leaves are drawn anew.
 */
const props = defineProps<{ accountId: string; date: string; entries: SheetEntry[] }>()
const emit = defineEmits<{ open: [cardId: string]; shift: [card: Card, where: Shift] }>()
const drag = inject(SHEET_DRAG, null)
const key = computed(() => `day ${props.accountId} ${props.date}`)
/** A card let go on a day, beside its slots, takes the day's first open one. */
const target = computed(
  () =>
    drag?.target(key.value, () => {
      const open = props.entries.find((entry) => entry.card === null)
      return {
        key: key.value,
        accountId: props.accountId,
        to: open ? { kind: 'slot' as const, at: open.at } : null,
      }
    }) ?? NOWHERE,
)
const isOver = computed(() => drag?.over.value?.key === key.value)
</script>

<template>
  <td
    v-drop-target="target"
    class="border-r border-b border-rule p-[5px] align-top"
    :class="isOver ? 'bg-paper' : 'bg-sheet'"
  >
    <ul class="grid grid-cols-1 gap-1">
      <li v-for="entry in entries" :key="entry.key">
        <PostCard
          v-if="entry.card"
          :card="entry.card"
          @open="emit('open', entry.card.id)"
          @shift="emit('shift', entry.card, $event)"
        />
        <OpenSlot
          v-else
          :at="entry.at"
          :message="entry.message"
          :account-id="accountId"
          :free="entry.free"
          :held="entry.held"
        />
      </li>
    </ul>
  </td>
</template>
