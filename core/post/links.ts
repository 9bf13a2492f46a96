import { bareHostsOf, hostEnds, labelsOf } from './bareLinks'
import { AFTER_HOST, HOST_UNIT } from './linkGrammar'
import type { Entity } from './types'

const LABEL = `${HOST_UNIT}(?:(?:[_-]|${HOST_UNIT})*${HOST_UNIT})?`
const AFTER_TOP = '(?![0-9a-z@+-])'
const ADDRESS = `localhost|\\d{1,3}(?:\\.\\d{1,3}){3}`
const WITH_SCHEME = new RegExp(
  `(?<![a-z0-9@＠$#＃])https?://((?:${LABEL}\\.)+(?:xn--[a-z0-9-]+|[a-z]{2,}|\\p{L}{2,})|${ADDRESS})${AFTER_TOP}${AFTER_HOST}`,
  'giu',
)
const BEHIND = new RegExp(AFTER_HOST, 'iuy')

/**
 * The links in a text, in reading order: `http(s)://host…` always, a bare host only under a known top-level
 * domain (public suffix list), and `given` addresses wherever they stand. None overlap; the earliest start
 * wins, then the longest.
 */
export function linksIn(text: string, given: string[] = []): Entity[] {
  const found = [...givenIn(text, given), ...writtenIn(text)]
  found.sort((a, b) => a.start - b.start || b.end - a.end)
  const kept: Entity[] = []
  for (const link of found) {
    if (link.start >= (kept.at(-1)?.end ?? 0)) kept.push(link)
  }
  return kept
}

/** Links as somebody wrote them, found in one reading: what belongs to one is not looked at for another. */
function writtenIn(text: string): Entity[] {
  const links: Entity[] = []
  const nextBare = bareHostsOf(text)
  let from = 0
  let bare = nextBare(0)
  for (;;) {
    const scheme = withScheme(text, from)
    const start = scheme?.start ?? text.length
    // What has no scheme and begins before it may reach over it.
    let isOver = false
    while (bare && bare.start < start && !isOver) {
      if (bare.start >= from) {
        links.push(...bare.links.map((link) => linkAt(text.slice(link.start, link.end), link.start)))
        from = bare.end
        isOver = from > start
      }
      bare = nextBare(from)
    }
    if (isOver) continue
    if (!scheme) return links
    links.push(linkAt(text.slice(start, scheme.end), start))
    from = scheme.end
  }
}

/**
 * The first link with a scheme from a place on, whatever its host. Where words of another script are written
 * behind a known host, it ends there; an ending in Latin letters may be one of a network of one's own.
 */
function withScheme(text: string, from: number): { start: number; end: number } | null {
  WITH_SCHEME.lastIndex = from
  const match = WITH_SCHEME.exec(text)
  if (!match) return null
  const host = match[1]!
  const hostStart = match.index + match[0].indexOf('//') + 2
  const labels = labelsOf(host, hostStart)
  const known = hostEnds(text, labels)[0] ?? null
  if (known === null || !/[^\0-\x7f]/.test(text.slice(known, hostStart + host.length)))
    return { start: match.index, end: match.index + match[0].length }
  BEHIND.lastIndex = known
  return { start: match.index, end: known + (BEHIND.exec(text)?.[0].length ?? 0) }
}

function givenIn(text: string, given: string[]): Entity[] {
  return given.flatMap((address) => {
    const places: Entity[] = []
    if (address === '') return places
    for (let at = text.indexOf(address); at >= 0; at = text.indexOf(address, at + address.length)) {
      places.push(linkAt(address, at))
    }
    return places
  })
}

function linkAt(text: string, start: number): Entity {
  return {
    kind: 'link',
    text,
    value: /^https?:\/\//i.test(text) ? text : `https://${text}`,
    start,
    end: start + text.length,
  }
}
