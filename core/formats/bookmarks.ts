import type { Parser } from 'htmlparser2'
import { toInstant, type Instant } from '../instant'
import { message } from '../messages'
import { scanHtml } from '../text'
import { FormatError } from './errors'
import { lineCounter, MOST_PROBLEMS, oneLine, webAddress, type Read } from './rows'
import { escapeXml as escape } from './xml'

export interface Bookmark {
  url: string
  title: string | null
  addedAt: Instant | null
  /** The folders it lies in, the outermost first. */
  folders: string[]
  tags: string[]
  note: string | null
}

const NAME_LENGTH = 120
const TITLE_LENGTH = 300
const NOTE_LENGTH = 2_000
const MOST_TAGS = 30

/** What is open while a file is read: folders, and the text that is being gathered. */
interface State {
  folders: (string | null)[]
  pending: string | null
  gathers: 'folder' | 'title' | 'note' | null
  text: string
  last: Bookmark | null
}

/**
 * The addresses in a Netscape bookmark file, as browsers and read-later services write it (no published
 * standard; MSDN's "Netscape Bookmark File Format", from memory), read leniently. Addresses that are none of
 * the web are reported with their line, and the rest is read. Throws FormatError for what holds no list of
 * the kind.
 */
export function readBookmarks(text: string): Read<Bookmark> {
  const rows: Bookmark[] = []
  const problems: Read<Bookmark>['problems'] = []
  const lines = lineCounter(text)
  const state: State = { folders: [], pending: null, gathers: null, text: '', last: null }
  let isList = /^\s*<!doctype netscape-bookmark-file/i.test(text.slice(0, 500))
  let parser: Parser

  function settle(): void {
    const gathered = oneLine(state.text)
    if (state.gathers === 'folder') state.pending = gathered?.slice(0, NAME_LENGTH) ?? null
    if (state.gathers === 'title' && state.last) state.last.title = gathered?.slice(0, TITLE_LENGTH) ?? null
    if (state.gathers === 'note' && state.last) state.last.note = gathered?.slice(0, NOTE_LENGTH) ?? null
    state.gathers = null
    state.text = ''
  }
  function gather(what: State['gathers']): void {
    settle()
    state.gathers = what
  }
  function take(attributes: Record<string, string>): void {
    gather('title')
    state.last = null
    const address = attributes['href'] ?? ''
    const url = webAddress(address)
    if (!url) {
      if (problems.length < MOST_PROBLEMS)
        problems.push({
          line: lines(parser.startIndex),
          message: message('list.no-address', { text: address.slice(0, 80) }),
        })
      return
    }
    state.last = {
      url,
      title: null,
      addedAt: instantOf(attributes['add_date'] ?? attributes['time_added']),
      folders: state.folders.flatMap((name) => name ?? []),
      tags: tagsOf(attributes['tags']),
      note: null,
    }
    rows.push(state.last)
  }

  const isWhole = scanHtml(text, {
    onparserinit: (made) => {
      parser = made
    },
    onopentag: (name, attributes) => {
      if (name === 'dl') {
        settle()
        isList = true
        state.folders.push(state.pending)
        state.pending = null
      } else if (name === 'h3') gather('folder')
      else if (name === 'a') take(attributes)
      else if (name === 'dd') gather('note')
      else if (name === 'dt') settle()
    },
    ontext: (part) => {
      if (state.gathers !== null && state.text.length < NOTE_LENGTH) state.text += part
    },
    onclosetag: (name) => {
      if (name === 'h3' || name === 'a') settle()
      if (name === 'dl') {
        settle()
        state.folders.pop()
      }
    },
  })
  settle()
  if (!isWhole && rows.length === 0)
    throw new FormatError('too-deep', lines(parser!.startIndex), message('list.too-deep'))
  if (!isList || (rows.length === 0 && problems.length === 0))
    throw new FormatError('no-list', 1, message('list.no-bookmarks'))
  if (!isWhole) problems.push({ line: lines(parser!.startIndex), message: message('list.too-deep') })
  return { rows, problems }
}

/** Dates are seconds since 1970; some write milliseconds or microseconds, and 0 for none. */
function instantOf(text: string | undefined): Instant | null {
  const digits = /^\s*(\d{1,17})\s*$/.exec(text ?? '')?.[1]
  const value = Number(digits ?? 0)
  if (value === 0) return null
  const ms = value >= 1e14 ? value / 1000 : value >= 1e11 ? value : value * 1000
  return toInstant(Math.floor(ms))
}

const tagsOf = (text: string | undefined): string[] => [
  ...new Set((text ?? '').split(',', MOST_TAGS).flatMap((tag) => oneLine(tag)?.slice(0, 60) ?? [])),
]

interface BookmarkToWrite {
  url: string
  title: string
  addedAt: Instant | null
  folder: string | null
  tags: string[]
  note: string | null
}

/** Addresses as a Netscape bookmark file: those of a folder in it, those of none behind them. */
export function writeBookmarks(title: string, rows: BookmarkToWrite[]): string {
  const folders = [...new Set(rows.flatMap(({ folder }) => folder ?? []))].sort((a, b) => a.localeCompare(b))
  const inFolder = (name: string | null): string[] =>
    rows.filter(({ folder }) => folder === name).flatMap(linesOf)
  return [
    '<!DOCTYPE NETSCAPE-Bookmark-file-1>',
    '<META HTTP-EQUIV="Content-Type" CONTENT="text/html; charset=UTF-8">',
    `<TITLE>${escape(title)}</TITLE>`,
    `<H1>${escape(title)}</H1>`,
    '<DL><p>',
    ...folders.flatMap((name) => [
      `    <DT><H3>${escape(name)}</H3>`,
      '    <DL><p>',
      ...inFolder(name).map((line) => `    ${line}`),
      '    </DL><p>',
    ]),
    ...inFolder(null),
    '</DL><p>',
    '',
  ].join('\n')
}

function linesOf({ url, title, addedAt, tags, note }: BookmarkToWrite): string[] {
  const at = addedAt === null ? '' : ` ADD_DATE="${Math.floor(Date.parse(addedAt) / 1000)}"`
  const tagged = tags.length === 0 ? '' : ` TAGS="${escape(tags.join(','))}"`
  return [
    `    <DT><A HREF="${escape(url)}"${at}${tagged}>${escape(title)}</A>`,
    ...(note ? [`    <DD>${escape(note)}`] : []),
  ]
}
