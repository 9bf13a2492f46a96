import type { Message } from '../message'
import { groupBy } from '../grouped'
import { toMs, type Instant } from '../instant'
import { message } from '../messages'
import type { AccountDay } from './accountDay'
import type { OpenSlot } from './openSlot'
import { openReason, placeAll } from './plan'
import { beginPlanning, type Planning } from './planning'
import type { Refusal } from './refusals'
import type { PlanInput, PlanPost, SlotUse } from './types'

/** A post that might fill an open slot of an account. */
export interface FillCandidate extends Pick<
  PlanPost,
  'id' | 'accountId' | 'pillar' | 'seriesId' | 'notBefore' | 'goodUntil' | 'linkKey'
> {
  /** The evergreen whose showing it would be: its own link may come back as often as its rest days allow. */
  evergreenId: string | null
}

/** What somebody chose for a slot: a candidate, or null to leave it open. */
export interface FillChoice {
  accountId: string
  at: Instant
  candidateId: string | null
}

/** A slot that was open, what would fill it, and why nothing does. */
export interface FilledSlot {
  accountId: string
  at: Instant
  slotId: string
  use: SlotUse
  pillar: string | null
  candidateId: string | null
  /** Null where it is filled, or left open by choice. */
  reason: Message | null
}

const NOT_YET = message('schedule.not-yet')
const OUT_OF_DATE = message('schedule.past-good-until')
const OTHER_PILLAR = message('schedule.left-for-pillar')
const NOTHING_FITS = message('schedule.none-fits')

interface Opening {
  day: AccountDay
  slot: OpenSlot
  index: number
}

/**
 * What might fill the slots that the plan leaves open before an instant: first what was chosen for them, then
 * in time order the first candidate that may go there, each at most once. Nothing planned moves and no limit
 * is broken; slots that are kept free stay free. The same input gives the same proposal.
 */
export function fillOpenSlots(
  input: PlanInput,
  candidates: FillCandidate[],
  { until, choices }: { until: Instant; choices: FillChoice[] },
): FilledSlot[] {
  const planning = beginPlanning(input)
  placeAll(planning)
  const openings = openingsBefore(planning, toMs(until))
  const open = new Set(openings.map(({ day, slot }) => nameOf(day.account.id, slot.at)))
  // What was chosen for a slot that is open no more is free for others.
  const inForce = choices.filter(({ accountId, at }) => open.has(nameOf(accountId, toMs(at))))
  const chosen = new Map(inForce.map((choice) => [nameOf(choice.accountId, toMs(choice.at)), choice]))
  const kept = new Set(inForce.flatMap(({ candidateId }) => candidateId ?? []))
  const byId = new Map(candidates.map((one) => [one.id, one]))
  const waiting = groupBy(
    candidates.filter(({ id }) => !kept.has(id)),
    ({ accountId }) => accountId,
  )
  const found = new Map<Opening, Pick<FilledSlot, 'candidateId' | 'reason'>>()
  const chosenFor = ({ day, slot }: Opening): FillChoice | undefined =>
    chosen.get(nameOf(day.account.id, slot.at))
  // What was chosen goes before what is only proposed, wherever it lies.
  for (const opening of openings) {
    const choice = chosenFor(opening)
    if (!choice) continue
    const candidate = byId.get(choice.candidateId ?? '')
    if (!candidate) found.set(opening, { candidateId: null, reason: null })
    else {
      byId.delete(candidate.id)
      found.set(opening, tryOne(candidate, opening, planning))
    }
  }
  for (const opening of openings)
    if (!found.has(opening))
      found.set(opening, tryAll(waiting.get(opening.day.account.id) ?? [], opening, planning))
  return openings.map((opening) => ({
    accountId: opening.day.account.id,
    at: opening.slot.instant,
    slotId: opening.slot.slotId,
    use: opening.slot.use,
    pillar: opening.slot.pillar,
    ...found.get(opening)!,
  }))
}

const nameOf = (accountId: string, at: number): string => `${accountId} ${at}`

/** The slots that are open to posts, in time order. */
function openingsBefore({ days }: Planning, until: number): Opening[] {
  return [...days.values()]
    .flatMap((day) => day.slots.map((slot, index) => ({ day, slot, index })))
    .filter(({ day, slot }) => !slot.taken && slot.use !== 'free' && slot.at >= day.now && slot.at < until)
    .sort((a, b) => a.slot.at - b.slot.at)
}

function tryOne(
  candidate: FillCandidate,
  opening: Opening,
  planning: Planning,
): Pick<FilledSlot, 'candidateId' | 'reason'> {
  const refused = refusalOf(candidate, opening, planning)
  if (refused) return { candidateId: null, reason: refused }
  fill(candidate, opening, planning)
  return { candidateId: candidate.id, reason: null }
}

/** The first of those that wait that may go there; it waits no longer. */
function tryAll(
  waiting: FillCandidate[],
  opening: Opening,
  planning: Planning,
): Pick<FilledSlot, 'candidateId' | 'reason'> {
  const { slot } = opening
  if (slot.blocked) return { candidateId: null, reason: slot.blocked.message }
  const index = waiting.findIndex((candidate) => !refusalOf(candidate, opening, planning))
  const [candidate] = index < 0 ? [] : waiting.splice(index, 1)
  if (!candidate) return { candidateId: null, reason: waiting.length > 0 ? NOTHING_FITS : openReason(slot) }
  fill(candidate, opening, planning)
  return { candidateId: candidate.id, reason: null }
}

function refusalOf(candidate: FillCandidate, { day, slot }: Opening, planning: Planning): Message | null {
  if (candidate.accountId !== day.account.id) return NOTHING_FITS
  if (slot.blocked) return slot.blocked.message
  if (slot.use === 'pillar' && candidate.pillar !== slot.pillar) return OTHER_PILLAR
  if (candidate.notBefore !== null && slot.at < toMs(candidate.notBefore)) return NOT_YET
  if (candidate.goodUntil !== null && slot.at > toMs(candidate.goodUntil)) return OUT_OF_DATE
  const refused: Refusal | null =
    day.limits.ownBroken(candidate, slot.at) ??
    planning.apart.broken(candidate.accountId, candidate.linkKey, slot.at)
  return refused?.message ?? null
}

function fill(candidate: FillCandidate, { day, slot, index }: Opening, { apart }: Planning): void {
  day.take(index)
  day.occupy(candidate, slot.at)
  apart.count(candidate.accountId, candidate.linkKey, slot.at)
}
