<script setup lang="ts">
import OrderSign from '~/orders/OrderSign.vue'
import { Pause, TreePine, TriangleAlert } from '@lucide/vue'
import type { PlacedCard } from '#shared/schedule/types'
import * as words from '#shared/words'
import { vDrag, type DragSource } from '~/base/dragging'
import { isTrouble } from '#shared/schedule/filter'
import { isFirm, stateWords } from '#shared/schedule/stateWords'
import { SHIFT_OF_KEY, type Shift } from './useCardShift'
import { SHEET_DRAG } from './useSheetDrag'

/** One post of a month in a line: its pillar's ink, its time, its first words. */
const props = defineProps<{
  card: PlacedCard
  /** Whether posts of more than one account are shown: each has its account's first letters. */
  isMixed: boolean
}>()
const emit = defineEmits<{ open: []; shift: [where: Shift] }>()
const labels = words.schedule
const times = useTimes()
const brand = useBrandStore()
const drag = inject(SHEET_DRAG, null)
const canMove = computed(() => brand.canWork && props.card.queueItemId !== null)
const isOnHold = computed(() => props.card.isHeld || props.card.isHeldBack)
const stateLabel = computed(() => stateWords(props.card))
const icon = computed(() =>
  isTrouble(props.card.state)
    ? TriangleAlert
    : isOnHold.value
      ? Pause
      : props.card.evergreenId
        ? TreePine
        : null,
)
const mark = computed(() => [...brand.accountName(props.card.accountId)].slice(0, 2).join(''))
const firstWords = computed(() => props.card.text.split('\n')[0] ?? '')
const source = computed((): DragSource | null =>
  canMove.value ? { what: { kind: 'card', card: props.card }, label: firstWords.value } : null,
)
const isDragged = computed(() => drag?.dragged.value?.id === props.card.id)
const isPushed = computed(() => drag?.tries.value.has(props.card.queueItemId ?? '') ?? false)
const about = computed(() =>
  [
    `${times.time(props.card.at)} ${brand.accountName(props.card.accountId)}`,
    stateLabel.value,
    props.card.evergreenId ? labels.evergreen : '',
    firstWords.value,
    canMove.value ? words.move.hint : '',
  ]
    .filter(Boolean)
    .join('\n'),
)
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
    type="button"
    class="flex h-6 w-full items-center gap-1.5 rounded-[3px] pr-1 text-left text-small hover:bg-well"
    :class="['max-column:justify-center', { 'opacity-45': isDragged, 'bg-well': isPushed }]"
    :data-card="card.id"
    :data-state="card.state"
    :title="about"
    @click="emit('open')"
    @keydown="onKey"
  >
    <i
      class="h-4 shrink-0 border-l-[3px]"
      :class="isFirm(card) ? 'border-solid' : 'border-dashed'"
      :style="{ borderColor: brand.pillarInk(card.pillarId) }"
      aria-hidden="true"
    />
    <span
      class="shrink-0 tabular-nums max-column:hidden"
      :class="isFirm(card) ? 'text-ink-2' : 'text-warn'"
      >{{ times.time(card.at) }}</span
    >
    <component
      :is="icon"
      v-if="icon"
      :size="11"
      class="shrink-0"
      :class="isTrouble(card.state) ? 'text-bad' : isOnHold ? 'text-warn' : 'text-ink-3'"
      aria-hidden="true"
    />
    <OrderSign v-if="card.orderId" :order-id="card.orderId" class="shrink-0" />
    <span class="sr-only">{{
      [stateLabel, isMixed ? brand.accountName(card.accountId) : ''].join(' ')
    }}</span>
    <span
      class="grow truncate max-column:sr-only"
      :class="card.state === 'sent' || isOnHold ? 'text-ink-2' : 'text-ink'"
      dir="auto"
      >{{ firstWords }}</span
    >
    <span v-if="isMixed" class="shrink-0 text-tiny text-ink-3 max-column:hidden" aria-hidden="true">{{
      mark
    }}</span>
  </button>
</template>
