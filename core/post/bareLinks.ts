import { parse } from 'tldts'
import { AFTER_HOST, HOST_UNIT, LATIN } from './linkGrammar'

/**
 * A host without a scheme as it stands in a text: what is a link of it, and how far it reaches whether it is
 * one or not.
 */
export interface BareHost {
  start: number
  end: number
  links: { start: number; end: number }[]
}

// Signs are looked at one by one as UTF-16 has them, as the published grammar does.
const RUN = new RegExp(`(?:${HOST_UNIT}|[_.-])+`, 'g')
const UNIT = new RegExp(`^${HOST_UNIT}$`)
const NOT_BEFORE = /[a-z0-9@＠$#＃\ufffe\ufeff\uffff]/i
const NO_LINK_BEHIND = /[-_./]/
const LATIN_RUN = new RegExp(`[-a-z0-9.${LATIN}]+`, 'gi')
const TOP = /xn--[a-z0-9-]+|[a-z]{2,}|[\p{L}\p{M}]{2,20}/iuy
const NOT_BEHIND_TOP = /[0-9a-z@+-]/i
const BEHIND = new RegExp(AFTER_HOST, 'iuy')

/**
 * Finds hosts without a scheme, in reading order, as twitter-text 3.1.0's published grammar does: letters of
 * all scripts and signs such as emoji belong to a host at first; the parts of it in Latin letters under a
 * known top-level domain (public suffix list) are links, unless
 * `.`, `-`, `_` or `/` stands before the whole. Each call gives the first that begins at `from` or behind it;
 * `from` never goes back.
 */
export function bareHostsOf(text: string): (from: number) => BareHost | null {
  let run: { end: number; labels: Label[]; ends: (number | null)[]; at: number } | null = null
  let isOver = false
  return (from) => {
    for (;;) {
      while (run && run.at < run.labels.length) {
        const host = hostAt(text, run.labels, run.ends, run.at, from)
        if (host) return wholeOf(text, host.start, host.end)
        run.at++
      }
      if (isOver) return null
      RUN.lastIndex = Math.max(run?.end ?? 0, from)
      const next = RUN.exec(text)
      isOver = next === null
      if (!next) return null
      const labels = labelsOf(next[0], next.index)
      run = { end: next.index + next[0].length, labels, ends: hostEnds(text, labels), at: 0 }
    }
  }
}

/** What is a link of a host, and how far it reaches with its port, path and query. */
function wholeOf(text: string, start: number, hostEnd: number): BareHost {
  BEHIND.lastIndex = hostEnd
  const [behind = '', path] = BEHIND.exec(text) ?? []
  const end = hostEnd + behind.length
  const isLink = start === 0 || !NO_LINK_BEHIND.test(text[start - 1]!)
  const links = isLink ? latinHosts(text, start, hostEnd) : []
  // What stands behind belongs to the last of them where it has a path; a port or a question mark alone is
  // the sentence's.
  if (path !== undefined && links.length > 0) links.at(-1)!.end = end
  return { start, end, links }
}

/**
 * The host that begins leftmost within a label, as long as may be: with the labels behind it, or one and a
 * top-level domain.
 */
function hostAt(
  text: string,
  labels: Label[],
  ends: (number | null)[],
  at: number,
  from: number,
): { start: number; end: number } | null {
  const label = labels[at]!
  if (at + 1 >= labels.length || label.end <= label.start || !UNIT.test(text[label.end - 1]!)) return null
  const far = ends[at + 1]!
  const top = far === null ? topAt(text, labels[at + 1]!.start, text.length) : null
  const end = far ?? top
  if (end === null) return null
  // Only the label before a top-level domain may not hold a low line.
  const first = Math.max(label.start, from, far === null ? text.lastIndexOf('_', label.end - 1) + 1 : 0)
  for (let start = first; start < label.end; start++) {
    const isFree = start === 0 || (start > from && !NOT_BEFORE.test(text[start - 1]!))
    if (isFree && UNIT.test(text[start]!)) return { start, end }
  }
  return null
}

interface Label {
  start: number
  end: number
}

/**
 * The labels of a name of dots and letters, each with where it begins and ends; `start` is where the run
 * begins.
 */
export function labelsOf(run: string, start: number): Label[] {
  const labels: Label[] = []
  let at = start
  for (const part of run.split('.')) {
    labels.push({ start: at, end: at + part.length })
    at += part.length + 1
  }
  return labels
}

/**
 * Where the longest host ends of which each label is one behind the first, found from behind to the front;
 * null where none is.
 */
export function hostEnds(text: string, labels: Label[]): (number | null)[] {
  const ends: (number | null)[] = labels.map(() => null)
  for (let at = labels.length - 2; at >= 0; at--) {
    const { start, end } = labels[at]!
    const isLabel = end > start && UNIT.test(text[start]!) && UNIT.test(text[end - 1]!)
    if (!isLabel) continue
    const top = text.slice(start, end).includes('_') ? null : topAt(text, labels[at + 1]!.start, text.length)
    ends[at] = ends[at + 1] ?? top
  }
  return ends
}

/** The end of a known top-level domain that begins here; null where there is none. */
function topAt(text: string, at: number, textEnd: number): number | null {
  TOP.lastIndex = at
  const found = TOP.exec(text)?.[0]
  if (!found) return null
  const isLatin = /^[a-z]/i.test(found)
  // Other scripts are written without a gap: what follows may be a word.
  for (let length = Math.min(found.length, textEnd - at); length >= 2; length--) {
    const behind = at + length < textEnd ? text[at + length]! : ''
    if (!NOT_BEHIND_TOP.test(behind) && isKnown(found.slice(0, length))) return at + length
    if (isLatin) return null
  }
  return null
}

const known = new Map<string, boolean>()
const MOST_KNOWN = 5_000

/** Longer than any label of a host (RFC 1035 §2.3.4): such a word is neither looked up nor remembered. */
const LONGEST_LABEL = 63

function isKnown(top: string): boolean {
  if (top.length > LONGEST_LABEL) return false
  const asked = top.toLowerCase()
  const before = known.get(asked)
  if (before !== undefined) return before
  if (known.size >= MOST_KNOWN) known.clear()
  const is = parse(`a.${asked}`).isIcann === true
  known.set(asked, is)
  return is
}

/** Hosts in Latin letters within a host of all scripts. */
function latinHosts(text: string, start: number, end: number): { start: number; end: number }[] {
  const found: { start: number; end: number }[] = []
  LATIN_RUN.lastIndex = start
  for (let run = LATIN_RUN.exec(text); run && run.index < end; run = LATIN_RUN.exec(text)) {
    const runEnd = Math.min(run.index + run[0].length, end)
    let at = run.index
    while (at < runEnd) {
      const dots = dotsFrom(text, at, runEnd)
      // As many labels as may be, fewer where no top-level domain follows.
      const top = dots.reduceRight<number | null>((known, dot) => known ?? topAt(text, dot + 1, end), null)
      if (top !== null) found.push({ start: at, end: top })
      at = top ?? (text[at] === '.' ? at + 1 : dots.length > 0 ? dots.at(-1)! + 1 : runEnd)
    }
    LATIN_RUN.lastIndex = Math.max(LATIN_RUN.lastIndex, at)
  }
  return found
}

/** The dots behind each of the labels that stand here one after the other. */
function dotsFrom(text: string, at: number, end: number): number[] {
  const dots: number[] = []
  for (let dot = at; dot < end; dot++) {
    if (text[dot] !== '.') continue
    if (dot === at) break
    dots.push(dot)
    at = dot + 1
  }
  return dots
}
