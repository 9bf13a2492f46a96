import type { Instant } from '../instant'
import { parseFeedDate, readFeed } from '../feed'
import { plainText } from '../text'
import { message } from '../messages'
import { readBookmarks } from './bookmarks'
import { FormatError } from './errors'
import { readOpml } from './opml'
import { MOST_PROBLEMS, oneLine, webAddress, type Columns, type Read } from './rows'
import { readTable } from './table'

/** Something that was saved elsewhere. */
export interface SavedRow {
  url: string
  title: string | null
  addedAt: Instant | null
  folder: string | null
  tags: string[]
  note: string | null
}

export type SavedListKind = 'bookmarks' | 'csv' | 'feed' | 'opml'

const NAME_LENGTH = 120
const TITLE_LENGTH = 300
const NOTE_LENGTH = 2_000
const MOST_TAGS = 30

/** What kind of list a file is, by how it begins: a table where it is nothing else. */
export function kindOfList(text: string): SavedListKind {
  const start = text.slice(0, 2_000).trimStart()
  if (start.startsWith('{')) return 'feed'
  if (/<opml[\s>]/i.test(start)) return 'opml'
  return /^<!doctype netscape|<dl[\s>]|<h1[\s>]/i.test(start) ? 'bookmarks' : 'csv'
}

/**
 * The addresses of a list of any kind: a bookmarks file, a table (RFC 4180) by its columns, a JSON Feed,
 * OPML.
 * Rows that can't be used are named with their line, and the rest is read. Throws FormatError for what holds
 * no addresses.
 */
export function readSavedList(text: string, columns: Columns | null): Read<SavedRow> {
  const kind = kindOfList(text)
  if (kind === 'bookmarks') return readBookmarkRows(text)
  if (kind === 'opml') return readOutlines(text)
  return kind === 'feed' ? readItems(text) : readCells(text, columns)
}

function readBookmarkRows(text: string): Read<SavedRow> {
  const { rows, problems } = readBookmarks(text)
  return { rows: rows.map(({ folders, ...row }) => ({ ...row, folder: folderOf(folders) })), problems }
}

const folderOf = (names: string[]): string | null =>
  names.length === 0 ? null : names.join(' / ').slice(0, NAME_LENGTH)

function readOutlines(text: string): Read<SavedRow> {
  const { rows, problems } = readOpml(text)
  const saved = rows.map(({ url, title, folders }) => ({
    url,
    title: title?.slice(0, TITLE_LENGTH) ?? null,
    addedAt: null,
    folder: folders[0] ?? null,
    tags: [],
    note: null,
  }))
  return { rows: saved, problems }
}

function readItems(text: string): Read<SavedRow> {
  const bytes = new TextEncoder().encode(text)
  const { items } = readFeed(bytes, { url: 'https://list.example/', contentType: 'application/feed+json' })
  const rows = items.flatMap(({ url, title, publishedAt, categories, summaryHtml }) =>
    url === null
      ? []
      : {
          url,
          title: title?.slice(0, TITLE_LENGTH) ?? null,
          addedAt: publishedAt,
          folder: null,
          tags: categories.slice(0, MOST_TAGS),
          note: plainText(summaryHtml ?? '').slice(0, NOTE_LENGTH) || null,
        },
  )
  const without = items.length - rows.length
  return {
    rows,
    problems:
      without === 0 ? [] : [{ line: 1, message: message('list.without-address', { items: without }) }],
  }
}

function readCells(text: string, columns: Columns | null): Read<SavedRow> {
  const table = readTable(text)
  const at = columns ?? table.guess
  if (at.url === null) throw new FormatError('no-list', 1, message('list.no-column'))
  const rows: SavedRow[] = []
  const problems: Read<SavedRow>['problems'] = []
  for (const { line, cells } of table.rows) {
    const cell = (column: number | null): string => (column === null ? '' : (cells[column] ?? '').trim())
    const url = webAddress(cell(at.url))
    if (url)
      rows.push({
        url,
        title: oneLine(cell(at.title))?.slice(0, TITLE_LENGTH) ?? null,
        addedAt: dateOf(cell(at.addedAt)),
        folder: oneLine(cell(at.folder))?.slice(0, NAME_LENGTH) ?? null,
        tags: tagsOf(cell(at.tags)),
        note: cell(at.note).slice(0, NOTE_LENGTH) || null,
      })
    else if (problems.length < MOST_PROBLEMS)
      problems.push({ line, message: message('list.no-address', { text: cell(at.url).slice(0, 80) }) })
  }
  return { rows, problems }
}

const tagsOf = (text: string): string[] => [
  ...new Set(text.split(/[,;|]/, MOST_TAGS).flatMap((tag) => oneLine(tag)?.slice(0, 60) ?? [])),
]

/** A date as feeds write them, or seconds since 1970. */
const dateOf = (text: string): Instant | null =>
  /^\d{9,11}$/.test(text) ? new Date(Number(text) * 1000).toISOString() : parseFeedDate(text.slice(0, 100))
