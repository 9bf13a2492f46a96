import { createHash } from 'node:crypto'

/** A series an outlet brings out again and again: its texts are chosen and filled in anew each time. */
export interface Series {
  id: string
  outlet: string
  everyHours: number
  /** How long ago the newest of it came out, and how many came before the start. */
  firstHoursAgo: number
  count: number
  image: string | null
  title: string
  summary: string
  paragraphs: string[]
}

const HOUR = 3_600_000
const DAY = 24 * HOUR

/** One issue of a series. `known`: what was named in its texts so far. */
export interface Issue {
  key: string
  at: number
  language: string
  known: Map<string, string>
}

/**
 * Fills in one issue's text. `{a|b}` takes one of several, `{n:2-9}` a number, `{date}` and `{weekday+3}`
 * count from the issue's day,
 * `{moon}` and `{lit}` are the Moon as it is then;
 * `{name=…}` keeps what was taken, for `{name}` further on. The same issue always gets the same text.
 */
export function fillIn(text: string, issue: Issue): string {
  let turn = 0
  const chance = (): number => createHash('sha256').update(`${issue.key} ${turn++} ${text.slice(0, 40)}`).digest().readUInt32BE() / 2 ** 32 // prettier-ignore
  let now = text
  // From the innermost outwards.
  for (let before = ''; now !== before;) {
    before = now
    now = now.replace(/\{([^{}]*)\}/g, (_, inside: string) => one(inside, issue, chance))
  }
  return now
}

function one(inside: string, issue: Issue, chance: () => number): string {
  const { at, language, known } = issue
  const [, name, named] = /^([a-z]+)=(.+)$/s.exec(inside) ?? []
  if (name && named) {
    known.set(name, one(named, issue, chance))
    return known.get(name)!
  }
  if (known.has(inside)) return known.get(inside)!
  const [, from, to] = /^n:(\d+)-(\d+)$/.exec(inside) ?? []
  if (from && to) return String(Number(from) + Math.floor(chance() * (Number(to) - Number(from) + 1)))
  const [, kind, days] = /^(date|weekday)(\+\d+)?$/.exec(inside) ?? []
  const zone = language === 'en' ? 'en-GB' : language
  const day = new Date(at + Number(days ?? 0) * DAY)
  if (kind === 'date')
    return new Intl.DateTimeFormat(zone, { day: 'numeric', month: 'long', timeZone: 'UTC' }).format(day)
  if (kind === 'weekday')
    return new Intl.DateTimeFormat(zone, { weekday: 'long', timeZone: 'UTC' }).format(day)
  if (inside === 'moon') return moonAt(at).name
  if (inside === 'lit') return String(moonAt(at).percent)
  const choices = inside.split('|')
  return choices[Math.floor(chance() * choices.length)]!
}

/** A new moon, and the mean time between two (Meeus, Astronomical Algorithms, ch. 49); right within a day. */
const NEW_MOON = Date.UTC(2000, 0, 6, 14, 20)
const MONTH = 29.530588861 * DAY

export function moonAt(at: number): { name: string; percent: number } {
  const part = ((((at - NEW_MOON) % MONTH) + MONTH) % MONTH) / MONTH
  const percent = Math.round(((1 - Math.cos(2 * Math.PI * part)) / 2) * 100)
  const names = [
    'new',
    'a waxing crescent',
    'at its first quarter',
    'waxing',
    'full',
    'waning',
    'at its last quarter',
    'a waning crescent',
  ]
  return { name: names[Math.round(part * 8) % 8]!, percent }
}
