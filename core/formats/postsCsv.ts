import type { Message } from '../message'
import type { Instant } from '../instant'
import { message } from '../messages'
import { dayOrderOf, readMoments, type DayOrder, type ReadMoment } from './moments'
import { webAddress } from './rows'
import {
  WORDINGS,
  postColumnsOf,
  type CsvPost,
  type PostCells,
  type PostColumns,
  type PostField,
} from './postFields'
import { readTable, writeTable } from './table'

export type { CsvPost }

export interface PostsRead {
  heads: string[]
  /** As given, or as its heads say. */
  columns: PostColumns
  /** What of dates with slashes is the day; null where nothing tells. */
  order: DayOrder | null
  /** Every row as far as it could be read; what of it could not is among the problems. */
  rows: (CsvPost & { line: number })[]
  problems: { line: number; field: PostField; message: Message }[]
}

/**
 * Reads posts from a table (RFC 4180, also with semicolons or tabs between), its first row the heads. Nothing
 * fails as a whole: a cell nothing could be made of is a problem of its row. Throws RangeError for an unknown
 * zone.
 */
export function readPostsCsv(
  text: string,
  options: { zone: string; columns?: PostColumns; order?: DayOrder | null },
): PostsRead {
  const { heads, rows } = readTable(text)
  const columns = options.columns ?? postColumnsOf(heads)
  const cells = rows.map((row) => ({ line: row.line, cells: postCellsOf(row.cells, columns) }))
  return { heads, columns, ...readPostCells(cells, options) }
}

/** The cells of a row by what they hold, tidied. */
export function postCellsOf(cells: readonly string[], columns: PostColumns): PostCells {
  const own: PostCells = {}
  for (const [field, at] of Object.entries(columns) as [PostField, number][]) {
    const cell = (cells[at] ?? '').replace(/\r\n?/g, '\n').trim()
    if (cell !== '') own[field] = cell
  }
  return own
}

/** Which number of dates with slashes is the day, by all of some rows; null where nothing tells. */
export const dayOrderOfCells = (rows: readonly PostCells[]): DayOrder | null =>
  dayOrderOf(rows.flatMap(({ at = '', goodUntil = '' }) => [at, goodUntil]))

/**
 * Reads posts from rows whose cells are known by what they hold, as `readPostsCsv` does. Throws RangeError
 * for an unknown zone.
 */
export function readPostCells(
  rows: readonly { line: number; cells: PostCells }[],
  options: { zone: string; order?: DayOrder | null },
): Pick<PostsRead, 'order' | 'rows' | 'problems'> {
  const cell = ({ cells }: { cells: PostCells }, field: PostField): string => cells[field] ?? ''
  const column = (field: PostField): string[] => rows.map((row) => cell(row, field))
  const order = options.order ?? dayOrderOfCells(rows.map(({ cells }) => cells))
  const moments = (field: PostField) => readMoments(column(field), { zone: options.zone, order })
  const [times, ends] = [moments('at'), moments('goodUntil')]
  const problems: PostsRead['problems'] = []
  const posts = rows.map((row, index): PostsRead['rows'][number] => {
    const { line } = row
    const said = (field: PostField, reason: Message): void =>
      void problems.push({ line, field, message: reason })
    const [link, picture] = [cell(row, 'link'), cell(row, 'picture')]
    const text = cell(row, 'text')
    const account = cell(row, 'account')
    if (!text) said('text', message('bulk.no-text'))
    if (!account) said('account', message('bulk.no-account'))
    const address = webAddress(link)
    if (link && address === null) said('link', message('bulk.no-link', { text: link.slice(0, SHOWN) }))
    return {
      line,
      text,
      account,
      link: address,
      board: cell(row, 'board') || null,
      pillar: cell(row, 'pillar') || null,
      at: momentIn(times[index]!, cell(row, 'at'), true, (reason) => said('at', reason)),
      goodUntil: momentIn(ends[index]!, cell(row, 'goodUntil'), false, (reason) => said('goodUntil', reason)),
      hashtags: cell(row, 'hashtags')
        .split(/[\s,;]+/)
        .map((tag) => tag.replace(/^#+/, ''))
        .filter(Boolean),
      description: cell(row, 'description') || null,
      campaign: cell(row, 'campaign') || null,
      tags: cell(row, 'tags')
        .split(/[,;]/)
        .map((tag) => tag.trim())
        .filter(Boolean),
      picture: picture || null,
      wordings: WORDINGS.map((at) => cell(row, `wording${at}`)).filter(Boolean),
    }
  })
  return { order, rows: posts, problems }
}

/** Characters of a cell that a problem repeats. */
const SHOWN = 60

/** A cell's moment; null for an empty cell, or one that is told as a problem. */
function momentIn(
  read: ReadMoment,
  cell: string,
  needsTime: boolean,
  told: (reason: Message) => void,
): Instant | null {
  if (cell === '') return null
  const text = cell.slice(0, SHOWN)
  if ('problem' in read) {
    if (read.problem === 'either') told(message('bulk.day-or-month', { text }))
    else if (read.problem === 'no-such-day') told(message('bulk.no-such-day', { text }))
    else told(message('bulk.no-moment', { text }))
    return null
  }
  if (read.endsAt === null) return read.at
  if (needsTime) {
    told(message('bulk.no-time', { text }))
    return null
  }
  // Good until a day is good until its end.
  return read.endsAt
}

const HEADS: [PostField, string][] = [
  ['text', 'text'],
  ['link', 'link'],
  ['account', 'account'],
  ['board', 'board'],
  ['pillar', 'pillar'],
  ['at', 'time'],
  ['goodUntil', 'good until'],
  ['hashtags', 'hashtags'],
  ['picture', 'picture'],
  ['description', 'picture description'],
  ['campaign', 'campaign'],
  ['tags', 'tags'],
]

/**
 * Posts as a table (RFC 4180), times in UTC, with as many columns of wordings as there are. One apostrophe
 * stands before a sign that spreadsheets take for a formula; reading takes it off.
 */
export function writePostsCsv(posts: readonly CsvPost[]): string {
  const most = Math.max(0, ...posts.map(({ wordings }) => wordings.length))
  const more = WORDINGS.slice(0, most)
  const cellOf = (post: CsvPost, field: PostField): string => {
    if (field === 'hashtags') return post.hashtags.map((tag) => `#${tag}`).join(' ')
    if (field === 'tags') return post.tags.join(', ')
    const value = post[field as 'text']
    return value ?? ''
  }
  return writeTable(
    [...HEADS.map(([, head]) => head), ...more.map((at) => `wording ${at}`)],
    posts.map((post) => [
      ...HEADS.map(([field]) => cellOf(post, field)),
      ...more.map((_, at) => post.wordings[at] ?? ''),
    ]),
  )
}
