import { v7 as uuid } from 'uuid'
import { datesOf, requireDays, RuleError, type DayRule } from '#core/almanac'
import { DAY } from '#core/instant'
import { sayRule } from '#shared/almanac/messages'
import type { AlmanacEntry, RuleDays } from '#shared/almanac/types'
import { LIMITS } from '#shared/platform/limits'
import { readTexts } from '#shared/platform/json'
import type { Undoable } from '#shared/platform/types'
import { pillarById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import * as store from './queries/almanac'
import { readRunUp } from './rowJson'
import type { AlmanacEntryRow } from './rows'

export type EntryInput = Omit<AlmanacEntry, 'id'>

/** A day of one's own as screens have it. */
export const entryOf = (row: AlmanacEntryRow): AlmanacEntry => ({
  id: row.id,
  kind: row.kind,
  title: row.title,
  prompt: row.prompt,
  from: row.from_day,
  days: row.days,
  rrule: row.rrule,
  easterDays: row.easter_days,
  except: readTexts(row.except_json),
  runUp: readRunUp(row.run_up_json),
  remindDays: row.remind_days,
  pillarId: row.pillar_id,
  version: row.version,
})

/** The rule of a day of one's own. */
export const ruleOf = (row: AlmanacEntryRow): DayRule => ({
  from: row.from_day,
  rrule: row.rrule,
  easterDays: row.easter_days,
  except: readTexts(row.except_json),
})

const columnsOf = (input: EntryInput) => ({
  kind: input.kind,
  title: input.title,
  prompt: input.prompt,
  from_day: input.from,
  days: input.days,
  rrule: input.easterDays === null ? input.rrule : null,
  easter_days: input.easterDays,
  except_json: JSON.stringify([...input.except].sort()),
  run_up_json: JSON.stringify([...input.runUp].sort((a, b) => a - b)),
  remind_days: input.remindDays,
  pillar_id: input.pillarId,
})

async function requireRight(db: Db, brandId: string, input: EntryInput): Promise<void> {
  if (input.pillarId && !(await pillarById(db, brandId, input.pillarId)))
    throw problem('notFound').at('pillarId')
  try {
    requireDays(input)
  } catch (error) {
    throw error instanceof RuleError ? problem('badRule', sayRule(error.detail)).at('rrule') : error
  }
}

/** Adds a day of one's own. Throws `badRule` and `tooManyDates`. */
export async function addEntry(actor: Actor, input: EntryInput): Promise<Undoable & { id: string }> {
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    await requireRight(db, actor.brandId, input)
    const known = await store.entriesOf(db, actor.brandId)
    if (known.length >= LIMITS.almanacEntries) throw problem('tooManyDates', LIMITS.almanacEntries)
    await tracked.insert(
      'almanac_entries',
      { id },
      {
        ...columnsOf(input),
        ...{ brand_id: actor.brandId, created_by: actor.personId, created_at: now() },
      },
    )
  })
  return { id, historyId }
}

/** Changes a day of one's own. Throws `notFound`, `badRule`, and `stale` where somebody changed it since. */
export async function editEntry(actor: Actor, id: string, input: EntryInput): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    await requireRight(db, actor.brandId, input)
    const row = await store.entryById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    await tracked.update('almanac_entries', { id }, { ...columnsOf(input), version: row.version + 1 })
  })
  return { historyId }
}

/** Removes a day of one's own; posts begun for it stay. Throws `notFound`. */
export async function removeEntry(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    const row = await store.entryById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    await tracked.update('almanac_entries', { id }, { removed_at: now(), version: row.version + 1 })
  })
  return { historyId }
}

/** Leaves one of the days of what comes again out; what comes once is removed. Throws `notFound`. */
export async function exceptDay(actor: Actor, id: string, date: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    const row = await store.entryById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    const except = [...new Set([...readTexts(row.except_json), date])].sort()
    if (except.length > LIMITS.exceptions) throw problem('tooManyDates', LIMITS.exceptions)
    const isOnce = row.rrule === null && row.easter_days === null
    await tracked.update(
      'almanac_entries',
      { id },
      {
        ...(isOnce ? { removed_at: now() } : { except_json: JSON.stringify(except) }),
        version: row.version + 1,
      },
    )
  })
  return { historyId }
}

/** Days looked through for the next of a rule, and how many are given. */
const LOOK_DAYS = 41 * 366
const NEXT = 6

/** The next days of a rule from today on, or why there are none. */
export function tryRule(rule: Omit<DayRule, 'except'>): RuleDays {
  try {
    const whole = { ...rule, except: [] }
    requireDays(whole)
    return { dates: nextDays(whole, now(), NEXT), message: '' }
  } catch (error) {
    if (!(error instanceof RuleError)) throw error
    return { dates: [], message: sayRule(error.detail) }
  }
}

/** The next days of a rule from a moment on. Looks ever further, since most rules name one soon. */
export function nextDays(rule: DayRule, at: number, most: number): string[] {
  const from = new Date(at).toISOString().slice(0, 10)
  for (const days of [400, LOOK_DAYS]) {
    const found = datesOf(rule, { from, to: new Date(at + days * DAY).toISOString().slice(0, 10) })
    if (found.length >= most || days === LOOK_DAYS) return found.slice(0, most)
  }
  return []
}
