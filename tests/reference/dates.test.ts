// Sources: dateparse's cases (MIT), Debian package golang-github-araddon-dateparse-dev; Python feedparser
// 6.0.10, run live.
import { describe, expect, it } from 'vitest'
import { parseFeedDate } from '#core/feed'
import { askFeedparser, dataOf, readText, report } from './data'

const dateparse = dataOf('dateparse', 'usr/share/gocode/src/github.com/araddon/dateparse')

interface Case { text: string; wanted: string } // prettier-ignore

/**
 * Its table of texts and instants; the second table, of refusals, and those read in a zone of the machine are
 * apart.
 */
function casesOf(folder: string): Case[] {
  const table = readText(folder, 'parseany_test.go').split('var testParseErrors')[0]!
  return [...table.matchAll(/\{in: (?:"([^"]+)"|`([^`]+)`), out: "([^"]+)"(?:, loc: "([^"]+)")?/g)]
    .filter((m) => !m[4] || m[4] === 'UTC')
    .map((m) => ({ text: m[1] ?? m[2]!, wanted: m[3]! }))
}

const instantOf = (go: string): number =>
  Date.parse(go.replace(/^(\S+) (\d\d:\d\d:\d\d(?:\.\d{1,3})?)\d* .*$/, '$1T$2Z'))

/** Why a case is decided otherwise here, or null for one that simply differs. */
function reasonFor(text: string, ours: string | null): string | null {
  if (/\b(?:PST|PDT|MST|MDT|EST|EDT|CEST|CET|MSK|BST|AEST|CDT)\b/.test(text))
    return 'a zone name that dateparse ignores'
  if (/UTC-0\d/.test(text)) return 'an offset that dateparse ignores'
  if (/^\d{4}\.\d\d$|^\d{6} /.test(text)) return 'two figures that could be many things'
  if (ours === null && /^\D*(0?\d|1[0-2])[/.:-](0?\d|1[0-2])[/.:-](\d{4}|\d\d)\b/.test(text))
    return 'day and month could be either'
  return null
}

describe.runIf(dateparse)('dates', () => {
  it('are what dateparse says', () => {
    const cases = casesOf(dateparse!)
    const others: string[] = []
    const decided = new Map<string, number>()
    let held = 0
    for (const { text, wanted } of cases) {
      const ours = parseFeedDate(text)
      const reason = ours !== null && Date.parse(ours) === instantOf(wanted) ? 'held' : reasonFor(text, ours)
      if (reason === 'held') held++
      else if (reason) decided.set(reason, (decided.get(reason) ?? 0) + 1)
      else others.push(`${text}: ${ours}, not ${wanted}`)
    }
    report('dateparse', held, [
      ...[...decided].map(([reason, count]) => `${count} decided otherwise: ${reason}`),
      ...others,
    ])
    expect(cases.length).toBeGreaterThan(280)
    expect(others).toEqual([])
    expect(held).toBeGreaterThanOrEqual(252)
  })
})

const PARSE = `
import json, sys, calendar
from feedparser.datetimes import _parse_date
def read(text):
    try:
        found = _parse_date(text)
        return calendar.timegm(found) if found else None
    except Exception:
        return None
print(json.dumps([read(text) for text in json.load(sys.stdin)]))
`

/** Dates in the ways that feeds write them, made from an instant. */
function writings(at: Date, offset: string): string[] {
  const two = (value: number): string => String(value).padStart(2, '0')
  const [year, month, day] = [at.getUTCFullYear(), at.getUTCMonth(), at.getUTCDate()]
  const clock = `${two(at.getUTCHours())}:${two(at.getUTCMinutes())}:${two(at.getUTCSeconds())}`
  const name = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'][month]!
  const colon = `${offset.slice(0, 3)}:${offset.slice(3)}`
  return [
    `${name} ${day}, ${year}`, `${day} ${name} ${year} ${clock} ${offset}`, `Tue, ${two(day)} ${name} ${year} ${clock} ${offset}`,
    `${two(day)} ${name} ${two(year % 100)} ${clock} GMT`, `${two(day)} ${name} ${year} ${clock} EST`, `${two(day)} ${name} ${year} ${clock.slice(0, 5)} PDT`,
    `${year}-${two(month + 1)}-${two(day)}T${clock}${colon}`, `${year}-${two(month + 1)}-${two(day)}T${clock}Z`, `${year}-${two(month + 1)}-${two(day)} ${clock}`,
    `${year}-${two(month + 1)}-${two(day)}T${clock}.123${colon}`, `${year}${two(month + 1)}${two(day)}`, `${year}-${two(month + 1)}-${two(day)}`, `${year}-${two(month + 1)}`,
    `Tue ${name} ${two(day)} ${clock} ${year}`, `${year}년 ${two(month + 1)}월 ${two(day)}일 ${clock}`, `${year}/${two(month + 1)}/${two(day)} ${clock}`,
  ] // prettier-ignore
}

/** Where the two differ on purpose: what it makes of these is not what is written. */
function knownDifference(text: string): string | null {
  if (/^[A-Z][a-z]{2} \d+, \d{4}$/.test(text))
    return 'feedparser does not know a month before its day without a day of the week'
  if (/^\d{4}(\/\d\d\/\d\d|년 \d\d월 \d\d일) /.test(text))
    return 'feedparser reads the beginning of a date with slashes, or in Korean without half of the day, as another form'
  if (/-02-30T/.test(text)) return 'there is no such day; feedparser goes on counting'
  return null
}

describe('dates as Python’s feedparser reads them', () => {
  const offsets = ['+0000', '-0700', '+0530', '+1300']
  const made = Array.from(
    { length: 60 },
    (_, at) =>
      new Date(
        Date.UTC(
          1996 + (at % 40),
          (at * 7) % 12,
          1 + ((at * 5) % 28),
          (at * 11) % 24,
          (at * 13) % 60,
          (at * 17) % 60,
        ),
      ),
  )
  const texts = made
    .flatMap((at, index) => writings(at, offsets[index % 4]!))
    .concat('31 Jun 2026 10:00:00 GMT', '30 Feb 2026 10:00:00 GMT', '2026-02-30T00:00:00Z', 'yesterday', '')
  const theirs = askFeedparser<(number | null)[]>(PARSE, texts)

  it.runIf(theirs)('are the same', () => {
    const others: string[] = []
    let held = 0
    for (const [index, text] of texts.entries()) {
      const found = parseFeedDate(text)
      const ours = found === null ? null : Math.floor(Date.parse(found) / 1000)
      if (ours === theirs![index]) held++
      else if (!knownDifference(text))
        others.push(
          `${text}: ${found}, not ${theirs![index] === null ? null : new Date(theirs![index]! * 1000).toISOString()}`,
        )
    }
    report('feedparser, dates', held, others)
    expect(others).toEqual([])
    expect(held).toBeGreaterThanOrEqual(784)
  })
})
