import type { InjectionKey } from 'vue'
import * as words from '#shared/words'
import type { MoveTo } from '#core/schedule/moves'
import type { MoveTrial } from './workers/plan'
import { dragging, type DropTarget } from '~/base/dragging'
import type { PlanTrial } from './usePlanTrial'
import { useScheduleStore } from './scheduleStore'
import type { MovedCard } from '#shared/schedule/types'

/** Where a card can be let go. */
export interface DropPlace {
  key: string
  accountId: string
  to: MoveTo | null
  /** Why nothing can be let go there; what is always said where it is not known better. */
  refusal?: string
}

/** Dragging cards: what lies under the pointer is tried at once, and only letting go changes anything. */
export function useSheetDrag(plan: PlanTrial) {
  const schedule = useScheduleStore()
  const notices = useNoticesStore()
  const dragged = computed(() => (dragging.value?.what.kind === 'card' ? dragging.value.what.card : null))
  const over = shallowRef<DropPlace | null>(null)
  const trial = shallowRef<MoveTrial | null>(null)
  /** Where each other post would go, by line; null for nowhere. */
  const tries = computed(() => new Map((trial.value?.moved ?? []).map(({ id, to }) => [id, to])))

  function leave(key: string): void {
    if (over.value?.key !== key) return
    over.value = null
    trial.value = null
  }
  async function enter(card: MovedCard, place: DropPlace): Promise<void> {
    if (over.value?.key === place.key) return
    over.value = place
    trial.value = null
    const move = moveOf(card, place)
    if (!move) return
    const found = await plan.tryMove(move)
    if (over.value?.key === place.key) trial.value = found
  }
  async function drop(card: MovedCard, place: DropPlace): Promise<void> {
    if (!place.to)
      return place.refusal === '' ? undefined : notices.say(place.refusal ?? words.move.noSlotThere)
    await plan.settled()
    const move = moveOf(card, place)
    const version = plan.base.value?.version
    if (move && version) await schedule.move(move, version).catch((error: unknown) => notices.complain(error))
  }
  /** A place on the sheet that cards can be let go on; where a card goes by it may depend on the card. */
  const target = (key: string, placeFor: (card: MovedCard) => DropPlace): DropTarget => ({
    takes: (what) => what.kind === 'card',
    over: (what) => void (what?.kind === 'card' ? enter(what.card, placeFor(what.card)) : leave(key)),
    drop: (what) => void (what.kind === 'card' && drop(what.card, placeFor(what.card))),
  })
  return { dragged, over, trial, tries, target }
}

function moveOf(card: MovedCard, { accountId, to }: DropPlace) {
  if (!card.queueItemId || !to || ('id' in to && to.id === card.queueItemId)) return null
  return { queueItemId: card.queueItemId, to, accountId: accountId === card.accountId ? null : accountId }
}

export type SheetDrag = ReturnType<typeof useSheetDrag>
export const SHEET_DRAG: InjectionKey<SheetDrag> = Symbol('dragging on the sheet')
