import type { Message } from '../message'
import { message } from '../messages'
import type { Parser } from 'htmlparser2'
import { scanHtml } from '../text'
import { FormatError } from './errors'
import { escapeXml as escape } from './xml'

export interface OpmlSource {
  url: string
  title: string | null
  homeUrl: string | null
  /** Folders it stands in; one inside another is named `Outer / Inner`. */
  folders: string[]
}

export interface Read<T> {
  rows: T[]
  problems: { line: number; message: Message }[]
}

const DEEPEST = 100
const NAME_LENGTH = 120
/** Folders of one source, and places that can't be used which are named: more of either help nobody. */
const MOST_FOLDERS = 50
const MOST_PROBLEMS = 1_000

/**
 * The feeds in an OPML 2.0 file (http://opml.org/spec2.opml), read leniently. A feed that stands in several
 * folders is one row; what can't be used is reported with its line, and the rest is read. Throws FormatError
 * for what is no OPML at all.
 */
export function readOpml(text: string): Read<OpmlSource> {
  const rows = new Map<string, OpmlSource>()
  const problems: { line: number; message: Message }[] = []
  const open: { name: string | null; isFeed: boolean }[] = []
  const lines = lineCounter(text)
  let isOpml = false
  let parser: Parser
  const isWhole = scanHtml(
    text,
    {
      onparserinit: (made) => {
        parser = made
      },
      onopentag: (name, attributes) => {
        if (name === 'opml') isOpml = true
        if (name !== 'outline') return
        if (open.length >= DEEPEST)
          throw new FormatError(
            'too-deep',
            lines(parser.startIndex),
            message('opml.folders-too-deep', { most: DEEPEST }),
          )
        const label = clean(attributes['text'] ?? attributes['title'])
        const address = addressOf(attributes)
        open.push({ name: label, isFeed: address !== null })
        if (address !== null) take(attributes, address, label)
      },
      onclosetag: (name) => {
        if (name === 'outline') open.pop()
      },
    },
    { xmlMode: true, decodeEntities: true, lowerCaseTags: true, lowerCaseAttributeNames: true },
  )

  function take(attributes: Record<string, string>, address: string, label: string | null): void {
    const url = webAddress(address)
    if (!url) {
      if (problems.length < MOST_PROBLEMS)
        problems.push({
          line: lines(parser.startIndex),
          message: message('opml.no-address', { text: address.slice(0, 80) }),
        })
      return
    }
    const known = rows.get(url) ?? {
      url,
      title: label,
      homeUrl: webAddress(attributes['htmlurl'] ?? ''),
      folders: [],
    }
    for (const folder of [...foldersAround(), ...categories(attributes['category'])]) {
      if (known.folders.length < MOST_FOLDERS && !known.folders.includes(folder)) known.folders.push(folder)
    }
    rows.set(url, known)
  }

  function foldersAround(): string[] {
    const names = open.slice(0, -1).flatMap(({ name, isFeed }) => (name && !isFeed ? [name] : []))
    return names.length > 0 ? [names.join(' / ').slice(0, NAME_LENGTH)] : []
  }

  if (!isWhole) throw new FormatError('too-deep', lines(parser!.startIndex), message('opml.too-deep'))
  if (!isOpml) throw new FormatError('not-opml', 1, message('opml.none'))
  return { rows: [...rows.values()], problems }
}

/** The address of a feed; of a link, that of its page, whose feed is looked for. */
function addressOf(attributes: Record<string, string>): string | null {
  const feed = clean(attributes['xmlurl'])
  const isLink = ['link', 'rss', 'atom', 'feed'].includes(attributes['type']?.toLowerCase() ?? '')
  return feed ?? (isLink ? (clean(attributes['url']) ?? clean(attributes['htmlurl'])) : null)
}

/** OPML 2.0: categories are separated by commas, and one inside another is written with slashes. */
const categories = (text: string | undefined): string[] =>
  (text ?? '').split(',', MOST_FOLDERS).flatMap((part) => {
    const names = part.split('/').flatMap((name) => clean(name) ?? [])
    return names.length > 0 ? [names.join(' / ').slice(0, NAME_LENGTH)] : []
  })

function clean(text: string | undefined): string | null {
  const line = text?.replace(/\s+/g, ' ').trim()
  return line ? line : null
}

function webAddress(text: string): string | null {
  if (!URL.canParse(text.trim())) return null
  const url = new URL(text.trim())
  return url.protocol === 'http:' || url.protocol === 'https:' ? url.href : null
}

/** Line of an offset, counted onward from the last one asked for. */
function lineCounter(text: string): (offset: number) => number {
  let at = 0
  let line = 1
  return (offset) => {
    for (; at < offset; at++) if (text.charCodeAt(at) === 10) line++
    return line
  }
}

/** Sources as an OPML 2.0 file: those of several folders stand in each, those of none behind them. */
export function writeOpml(
  title: string,
  sources: { url: string; title: string; homeUrl: string | null; folders: string[] }[],
): string {
  const folders = [...new Set(sources.flatMap((source) => source.folders))].sort((a, b) => a.localeCompare(b))
  const lines = folders.flatMap((folder) => [
    `    <outline text="${escape(folder)}">`,
    ...sources
      .filter((source) => source.folders.includes(folder))
      .map((source) => `      ${outline(source)}`),
    '    </outline>',
  ])
  const loose = sources
    .filter((source) => source.folders.length === 0)
    .map((source) => `    ${outline(source)}`)
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<opml version="2.0">',
    '  <head>',
    `    <title>${escape(title)}</title>`,
    '  </head>',
    '  <body>',
    ...lines,
    ...loose,
    '  </body>',
    '</opml>',
    '',
  ].join('\n')
}

function outline({ url, title, homeUrl }: { url: string; title: string; homeUrl: string | null }): string {
  const home = homeUrl ? ` htmlUrl="${escape(homeUrl)}"` : ''
  return `<outline type="rss" text="${escape(title)}" xmlUrl="${escape(url)}"${home}/>`
}
