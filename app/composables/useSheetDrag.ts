import type { InjectionKey } from 'vue'
import type { Card } from '#shared/api'
import * as words from '#shared/words'
import type { MoveTo } from '../../core/schedule/moves'
import type { MoveTrial } from '../workers/plan'
import type { PlanTrial } from './usePlanTrial'

/** Where a card can be let go. */
export interface DropPlace {
  key: string
  accountId: string
  to: MoveTo | null
}

/** Dragging cards: what lies under the pointer is tried at once, and only letting go changes anything. */
export function useSheetDrag(plan: PlanTrial) {
  const schedule = useScheduleStore()
  const notices = useNoticesStore()
  const dragged = shallowRef<Card | null>(null)
  const over = shallowRef<DropPlace | null>(null)
  const trial = shallowRef<MoveTrial | null>(null)
  /** Where each other post would go, by line; null for nowhere. */
  const tries = computed(() => new Map((trial.value?.moved ?? []).map(({ id, to }) => [id, to])))

  const start = (card: Card): void => void (dragged.value = card)
  function end(): void {
    dragged.value = null
    over.value = null
    trial.value = null
  }
  async function enter(place: DropPlace): Promise<void> {
    if (!dragged.value || over.value?.key === place.key) return
    over.value = place
    trial.value = null
    const move = moveOf(dragged.value, place)
    if (!move) return
    const found = await plan.tryMove(move)
    if (over.value?.key === place.key) trial.value = found
  }
  async function drop(place: DropPlace): Promise<void> {
    const card = dragged.value
    const move = card && moveOf(card, place)
    end()
    if (!card) return
    if (!place.to) return notices.say(words.move.noSlotThere)
    await plan.settled()
    const version = plan.base.value?.version
    if (move && version) await schedule.move(move, version).catch((error: unknown) => notices.complain(error))
  }
  return { dragged, over, trial, tries, start, end, enter, drop }
}

function moveOf(card: Card, { accountId, to }: DropPlace) {
  if (!card.lineId || !to || ('id' in to && to.id === card.lineId)) return null
  return { lineId: card.lineId, to, accountId: accountId === card.accountId ? null : accountId }
}

export type SheetDrag = ReturnType<typeof useSheetDrag>
export const SHEET_DRAG: InjectionKey<SheetDrag> = Symbol('dragging on the sheet')
