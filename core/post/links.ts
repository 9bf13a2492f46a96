import { parse } from 'tldts'
import type { Entity } from './types'

/* eslint-disable no-misleading-character-class -- ranges of combining marks are meant as such */
// The character classes are those of twitter-text 3.1.0's published grammar of links.
const LATIN =
  '\\u00c0-\\u00d6\\u00d8-\\u00f6\\u00f8-\\u024f\\u0253\\u0254\\u0256\\u0257\\u0259\\u025b\\u0263\\u0268\\u026f\\u0272\\u0289\\u028b\\u02bb\\u0300-\\u036f\\u1e00-\\u1eff'
const HOST_UNIT = "[^!'#%&()*+,\\\\\\-./:;<=>?@\\[\\]^_{|}~$\\s\\ufffe\\ufeff\\uffff\\u202a-\\u202e\\u061c\\u200e\\u200f\\u2066-\\u2069]"
const LABEL = `${HOST_UNIT}(?:(?:[_-]|${HOST_UNIT})*${HOST_UNIT})?`
const AFTER_TOP = '(?![0-9a-z@+-])'
const PATH_UNIT = `[a-z\\u0400-\\u04ff0-9!*';:=+,.$/%#\\[\\]\\-\\u2013_~@|&${LATIN}]`
const PATH_END = `[+\\-a-z\\u0400-\\u04ff0-9=_#/${LATIN}]`
const BRACKETS = `\\((?:${PATH_UNIT}|\\(${PATH_UNIT}*\\))*\\)`
const PATH = `/(?:(?:${PATH_UNIT}|${BRACKETS})*(?:${PATH_END}|${BRACKETS}))?`
const QUERY = `\\?[a-z0-9!?*'@();:&=+$/%#\\[\\]\\-_.,~|]*[a-z0-9\\-_&=#/]`
const AFTER_HOST = `(?::\\d+)?(?:${PATH})?(?:${QUERY})?`
const ADDRESS = `localhost|\\d{1,3}(?:\\.\\d{1,3}){3}`

const WITH_SCHEME = new RegExp(
  `(?<![a-z0-9@＠$#＃])https?://(?:(?:${LABEL}\\.)+(?:xn--[a-z0-9-]+|[a-z]{2,}|\\p{L}{2,})|${ADDRESS})${AFTER_TOP}${AFTER_HOST}`,
  'giu',
)
const BARE = new RegExp(`(?<![a-z0-9@＠$#＃_./${LATIN}-])(?:[a-z0-9${LATIN}][a-z0-9${LATIN}-]*\\.)+(?:xn--[a-z0-9-]+|[a-z]{2,})`, 'giu')
const BEHIND = new RegExp(`${AFTER_TOP}${AFTER_HOST}`, 'iuy')

/**
 * The links in a text: `http(s)://host…` always, a bare host only under a known top-level domain (public suffix list), and
 * `given` addresses wherever they stand. None overlap; the earliest start wins, then the longest.
 */
export function linksIn(text: string, given: string[] = []): Entity[] {
  const withScheme = [...text.matchAll(WITH_SCHEME)].map((match) => linkAt(match[0], match.index))
  const found = [...givenIn(text, given), ...withScheme, ...bareIn(text)]
  found.sort((a, b) => a.start - b.start || b.end - a.end)
  const kept: Entity[] = []
  for (const link of found) {
    if (link.start >= (kept.at(-1)?.end ?? 0)) kept.push(link)
  }
  return kept
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

function bareIn(text: string): Entity[] {
  return [...text.matchAll(BARE)].flatMap((match) => {
    const host = match[0]
    const rest = textBehind(text, match.index + host.length)
    if (rest !== null && isKnownHost(host)) return [linkAt(host + rest, match.index)]
    // `paper.com.unknown` still holds `paper.com`.
    const shorter = longestKnown(host)
    return shorter ? [linkAt(shorter, match.index)] : []
  })
}

/** Port, path and query behind a host; null where what follows makes it no host. */
function textBehind(text: string, at: number): string | null {
  BEHIND.lastIndex = at
  return BEHIND.exec(text)?.[0] ?? null
}

function longestKnown(host: string): string | null {
  const labels = host.split('.')
  for (let count = labels.length - 1; count >= 2; count--) {
    const part = labels.slice(0, count).join('.')
    if (isKnownHost(part)) return part
  }
  return null
}

const isKnownHost = (host: string): boolean => parse(host).isIcann === true

function linkAt(text: string, start: number): Entity {
  return { kind: 'link', text, value: /^https?:\/\//i.test(text) ? text : `https://${text}`, start, end: start + text.length }
}
