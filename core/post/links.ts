import { parse } from 'tldts'
import type { Entity } from './types'

const LETTERS = 'a-z0-9\\u00c0-\\u00d6\\u00d8-\\u00f6\\u00f8-\\u024f\\u0400-\\u04ff'
const HOST = '(?:[\\p{L}\\p{N}](?:[\\p{L}\\p{N}_-]*[\\p{L}\\p{N}])?\\.)+(?:xn--[a-z0-9-]+|[a-z]{2,}|\\p{L}{2,})'
const PATH_UNIT = `[${LETTERS}!*';:=+,.$/%#\\[\\]\\-\\u2013_~@|&]`
const PATH_END = `[${LETTERS}+\\-=_#/]`
const BRACKETS = `\\((?:${PATH_UNIT}|\\(${PATH_UNIT}*\\))*\\)`
const PATH = `/(?:(?:${PATH_UNIT}|${BRACKETS})*(?:${PATH_END}|${BRACKETS}))?`
const QUERY = `\\?[a-z0-9!?*'@();:&=+$/%#\\[\\]\\-_.,~|]*[a-z0-9\\-_&=#/]`
const AFTER_HOST = `(?::\\d+)?(?:${PATH})?(?:${QUERY})?`

const WITH_SCHEME = new RegExp(`(?<![${LETTERS}@$#\\uff20\\uff03_])https?://(?:${HOST}|localhost|\\d{1,3}(?:\\.\\d{1,3}){3})${AFTER_HOST}`, 'giu')
const BARE_HOST = new RegExp(`(?<![${LETTERS}@$#\\uff20\\uff03_./-])(${HOST})${AFTER_HOST}`, 'giu')

/**
 * The links in a text: `http(s)://host…` always, a bare host only under a known top-level domain (public suffix list), and
 * `given` addresses wherever they stand. None overlap; the earliest start wins, then the longest.
 */
export function linksIn(text: string, given: string[] = []): Entity[] {
  const found = [...givenIn(text, given), ...matches(text, WITH_SCHEME), ...matches(text, BARE_HOST).filter((link) => isKnownHost(link.text))]
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

function matches(text: string, pattern: RegExp): Entity[] {
  return [...text.matchAll(pattern)].map((match) => linkAt(match[0], match.index))
}

function linkAt(text: string, start: number): Entity {
  return { kind: 'link', text, value: /^https?:\/\//i.test(text) ? text : `https://${text}`, start, end: start + text.length }
}

function isKnownHost(text: string): boolean {
  const host = /^[^/?:]+/.exec(text)?.[0] ?? ''
  const { isIcann, domain } = parse(host)
  return isIcann === true && domain !== null
}
