// Where the posts of a file would go. Pure: it runs in a thread.
import type { Message } from '#core/message'
import {
  laterPlaces,
  planDifference,
  planLines,
  type Plan,
  type PlanInput,
  type PlanPost,
} from '#core/schedule'
import { message } from '#core/messages'
import type { Instant } from '#core/instant'
import { groupBy } from '#core/grouped'
import { batchNote } from '#shared/batches/messages'
import { wordsOf, type PlannedRow, type RowProblem } from './judge'

/** Where a row would go, and what stands against it. */
export interface RowPlace {
  places: { accountId: string; at: Instant | null; message: Message | null }[]
  problems: RowProblem[]
  warnings: Message[][]
}

export interface Placed {
  rows: { position: number; place: RowPlace }[]
  /** How many posts in line would have another time. */
  moved: number
}

export interface ToPlace {
  input: PlanInput
  rows: PlannedRow[]
  /** What stands in the lines, by its words. */
  lined: { accountId: string; account: string; text: string }[]
}

/**
 * Puts the rows of a file behind all that stands in the lines, in their order, those with a time of their own
 * at that. What can never go out is a problem of its row; what only finds no slot in the days planned waits.
 */
export function placeRows({ input, rows, lined }: ToPlace): Placed {
  const posts = rows.flatMap((row) =>
    row.accountIds.map((accountId) => planPostOf(row, accountId, input.now)),
  )
  const before = planLines(input)
  const tried = { ...input, posts: [...input.posts, ...posts] }
  const after = planLines(tried)
  const places = new Map(
    [...after.entries, ...laterPlaces(tried, after)].map(({ postId, at, reason }) => [
      postId,
      { at, reason },
    ]),
  )
  const refused = new Map(after.unplaced.map((one) => [one.postId, one]))
  const moved = planDifference(before, after).length
  const twice = groupBy(
    rows.flatMap((row) => row.accountIds.map((accountId) => ({ row, key: `${accountId} ${row.words}` }))),
    ({ key }) => key,
  )
  const standing = new Map(
    lined.map(({ accountId, account, text }) => [`${accountId} ${wordsOf(text).slice(0, 200)}`, account]),
  )
  const placed = rows.map((row) => {
    const place: RowPlace = { places: [], problems: [], warnings: [] }
    for (const accountId of row.accountIds) {
      const id = idOf(row, accountId)
      const at = places.get(id)
      const refusal = refused.get(id)
      place.places.push({ accountId, at: at?.at ?? null, message: at?.reason ?? refusal?.message ?? null })
      const against = at || !refusal ? null : problemOf(row, refusal, input)
      if (against) place.problems.push(against)
      const key = `${accountId} ${row.words}`
      const [first] = twice.get(key)!
      if (first!.row !== row) place.warnings.push([batchNote('batch.twice', { line: first!.row.line })])
      const account = standing.get(key)
      if (account !== undefined) place.warnings.push([batchNote('batch.stands-there', { account })])
    }
    return { position: row.position, place }
  })
  return { rows: placed, moved }
}

/** What is wrong with a row that has no place; null where it waits for one behind the days planned. */
function problemOf(
  row: PlannedRow,
  { code, message: reason }: Plan['unplaced'][number],
  { until }: PlanInput,
): RowProblem | null {
  if (row.at !== null) return { field: 'at', messages: [reason] }
  if (code === 'good-until') return { field: 'goodUntil', messages: [reason] }
  return row.goodUntil !== null && row.goodUntil < until
    ? { field: 'goodUntil', messages: [message('schedule.past-good-until')] }
    : null
}

const idOf = ({ position }: PlannedRow, accountId: string): string => `${position} ${accountId}`

const planPostOf = (row: PlannedRow, accountId: string, now: Instant): PlanPost => ({
  id: idOf(row, accountId),
  accountId,
  pillar: row.pillarId,
  fixed: row.at === null ? null : { at: row.at },
  follows: null,
  seriesId: `row ${row.position}`,
  notBefore: now,
  goodUntil: row.goodUntil,
  firm: true,
  linkKey: row.linkKey,
})
