import { message } from '../messages'
import type { Parser } from 'htmlparser2'
import { scanHtml } from '../text'
import { FormatError } from './errors'
import { lineCounter, MOST_PROBLEMS, oneLine, webAddress, type Read } from './rows'
import { escapeXml as escape } from './xml'

export interface OpmlSource {
  url: string
  title: string | null
  homeUrl: string | null
  /** Folders it stands in; one inside another is named `Outer / Inner`. */
  folders: string[]
}

const DEEPEST = 100
const NAME_LENGTH = 120
/** Folders of one source: more help nobody. */
const MOST_FOLDERS = 50

/**
 * The feeds in an OPML 2.0 file (http://opml.org/spec2.opml), read leniently. A feed that stands in several
 * folders is one row; what can't be used is reported with its line, and the rest is read. Throws FormatError
 * for what is no OPML at all.
 */
export function readOpml(text: string): Read<OpmlSource> {
  const rows = new Map<string, OpmlSource>()
  const problems: Read<OpmlSource>['problems'] = []
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
        const label = oneLine(attributes['text'] ?? attributes['title'])
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
  const feed = oneLine(attributes['xmlurl'])
  const isLink = ['link', 'rss', 'atom', 'feed'].includes(attributes['type']?.toLowerCase() ?? '')
  return feed ?? (isLink ? (oneLine(attributes['url']) ?? oneLine(attributes['htmlurl'])) : null)
}

/** OPML 2.0: categories are separated by commas, and one inside another is written with slashes. */
const categories = (text: string | undefined): string[] =>
  (text ?? '').split(',', MOST_FOLDERS).flatMap((part) => {
    const names = part.split('/').flatMap((name) => oneLine(name) ?? [])
    return names.length > 0 ? [names.join(' / ').slice(0, NAME_LENGTH)] : []
  })

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
  return opmlFile(title, [...lines, ...loose])
}

function outline({ url, title, homeUrl }: { url: string; title: string; homeUrl: string | null }): string {
  const home = homeUrl ? ` htmlUrl="${escape(homeUrl)}"` : ''
  return `<outline type="rss" text="${escape(title)}" xmlUrl="${escape(url)}"${home}/>`
}

/** Addresses of pages as an OPML 2.0 file of links: those of a folder in it, those of none behind them. */
export function writeLinks(
  title: string,
  links: { url: string; title: string; folder: string | null }[],
): string {
  const folders = [...new Set(links.flatMap(({ folder }) => folder ?? []))].sort((a, b) => a.localeCompare(b))
  const inFolder = (name: string | null): string[] =>
    links
      .filter(({ folder }) => folder === name)
      .map(({ url, title: text }) => `<outline type="link" text="${escape(text)}" url="${escape(url)}"/>`)
  return opmlFile(title, [
    ...folders.flatMap((name) => [
      `    <outline text="${escape(name)}">`,
      ...inFolder(name).map((line) => `      ${line}`),
      '    </outline>',
    ]),
    ...inFolder(null).map((line) => `    ${line}`),
  ])
}

const opmlFile = (title: string, lines: string[]): string =>
  [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<opml version="2.0">',
    '  <head>',
    `    <title>${escape(title)}</title>`,
    '  </head>',
    '  <body>',
    ...lines,
    '  </body>',
    '</opml>',
    '',
  ].join('\n')
