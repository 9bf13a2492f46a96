<script setup lang="ts">
import { Pause, Pin, Repeat2, TreePine, TriangleAlert } from '@lucide/vue'
import type { Card } from '#shared/schedule/types'
import * as words from '#shared/words'
import { SHEET_DRAG } from './useSheetDrag'
import { SHIFT_OF_KEY, type Shift } from './useCardShift'
import { NOWHERE, vDrag, vDropTarget, type DragSource } from '~/base/dragging'
import { isTrouble } from '#shared/schedule/filter'
import { isFirm, stateWords } from '#shared/schedule/stateWords'
import OrderSign from '~/orders/OrderSign.vue'
import { ontoCard } from './sheetMoves'

const props = defineProps<{ card: Card; account?: string }>()
const emit = defineEmits<{ open: []; shift: [where: Shift] }>()
const labels = words.schedule
const times = useTimes()
const brand = useBrandStore()
const drag = inject(SHEET_DRAG, null)
// The link and the title below the comment say nothing on so small a card.
const comment = computed(() => props.card.text.split('\n\n')[0])
const isBad = computed(() => isTrouble(props.card.state))
const canMove = computed(() => brand.canWork && props.card.queueItemId !== null)
const isOnHold = computed(() => props.card.isHeld || props.card.isHeldBack)
const firm = computed(() => isFirm(props.card))
const stateLabel = computed(() => stateWords(props.card))
const source = computed((): DragSource | null =>
  canMove.value ? { what: { kind: 'card', card: props.card }, label: comment.value ?? '' } : null,
)
const key = computed(() => `card ${props.card.id}`)
const target = computed(
  () =>
    drag?.target(key.value, (card) => ({
      key: key.value,
      accountId: props.card.accountId,
      to: ontoCard(card, props.card),
    })) ?? NOWHERE,
)
/** Computed, so that only the card that is entered or left is drawn anew. */
const isOver = computed(() => drag?.over.value?.key === key.value)
const isDragged = computed(() => drag?.dragged.value?.id === props.card.id)
/** Where it would go if the dragged card were let go now; undefined where it stays. */
const would = computed((): string | null | undefined => {
  if (!drag?.trial.value) return undefined
  if (isDragged.value) return drag.trial.value.at
  return drag.tries.value.get(props.card.queueItemId ?? '')
})
const over = computed(() => drag?.trial.value?.over[props.card.queueItemId ?? ''] ?? null)
const wouldLabel = computed(() => {
  if (!would.value) return words.move.tryNowhere
  return [words.move.tryTo(times.shortDayTime(would.value)), over.value ? words.move.tryOver(over.value) : '']
    .filter(Boolean)
    .join(' · ')
})
function onKey(event: KeyboardEvent): void {
  const where = SHIFT_OF_KEY[event.key]
  if (!event.altKey || !where || !canMove.value) return
  event.preventDefault()
  emit('shift', where)
}
</script>

<template>
  <button
    v-drag="source"
    v-drop-target="target"
    type="button"
    class="relative block w-full rounded-[4px] border border-l-[3px] px-2 py-1 text-left hover:border-edge"
    :class="[
      card.state === 'sent' || isOnHold ? 'bg-paper' : 'bg-sheet',
      isBad ? 'border-bad' : firm ? 'border-rule' : 'border-dashed border-edge',
      { 'opacity-45': isDragged, 'ring-2 ring-act': isOver && !isDragged },
    ]"
    :style="{
      borderLeftColor: isBad ? undefined : brand.pillarInk(card.pillarId),
      borderLeftStyle: isOnHold ? 'dashed' : 'solid',
    }"
    :data-state="card.state"
    :data-card="card.id"
    :title="canMove ? words.move.hint : undefined"
    @click="emit('open')"
    @keydown="onKey"
  >
    <span class="flex flex-wrap items-center gap-x-1 text-tiny text-ink-2">
      {{ times.time(card.at) }}
      <template v-if="account"> · {{ account }}</template>
      <Pin v-if="card.isFixed" :size="10" class="text-ink" role="img" :aria-label="labels.fixed" />
      <TreePine v-if="card.evergreenId" :size="11" role="img" :aria-label="labels.evergreen" />
      <span v-else-if="card.echo" class="inline-flex items-center gap-0.5"
        ><Repeat2 :size="11" aria-hidden="true" />{{ labels.echo(card.echo.at, card.echo.of) }}</span
      >
      <OrderSign v-if="card.orderId" :order-id="card.orderId" />
      <Pause v-if="isOnHold" :size="10" class="text-warn" aria-hidden="true" />
      <b
        v-if="stateLabel"
        class="font-semibold"
        :class="isBad ? 'text-bad' : card.state === 'sent' ? 'text-ok' : 'text-warn'"
        >{{ stateLabel }}</b
      >
      <TriangleAlert
        v-if="card.problems.length > 0"
        :size="11"
        class="text-bad"
        role="img"
        :aria-label="`${labels.problems}: ${card.problems.join(' ')}`"
      />
    </span>
    <span
      class="serif line-clamp-3 text-[13.5px] leading-[1.22] font-medium"
      :class="card.state === 'sent' || isOnHold ? 'text-ink-2' : ''"
      dir="auto"
      >{{ comment }}</span
    >
    <span
      v-if="would !== undefined"
      class="absolute -top-1.5 right-1 rounded bg-act px-1 text-tiny font-semibold text-on-act"
      >{{ wouldLabel }}</span
    >
  </button>
</template>
