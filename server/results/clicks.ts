import { createHmac, randomBytes } from 'node:crypto'
import { getMethod, getRequestHeaders, type H3Event } from 'h3'
import { HOUR, MINUTE } from '#core/instant'
import { isBurst, isPersonClick, siteOfReferrer } from '#core/results'
import { now, realNow } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { deviceOf } from '#server/platform/http/device'
import { whereFrom } from '#server/platform/http/whereFrom'
import { log } from '#server/platform/log'
import { settings } from '#server/platform/settings'
import { countClicks, keepMarks, saltOf } from './queries/clicks'
import { addClicks } from './queries/sentPosts'
import type { LinkClicksRow } from './rows'

/** A click that was not stored yet. `who` never is: only a mark of it, made with the salt of its day. */
interface Click {
  code: string
  hour: number
  day: string
  site: string
  device: LinkClicksRow['device']
  who: string
}

let waiting: Click[] = []
const STORE_AFTER_MS = 200
/** More at once are stored at once. */
const MOST_WAITING = 5_000

/** Counts a click, where a person made it. Nobody who follows a link waits for that. */
export function noteClick(event: H3Event, code: string): void {
  const headers = getRequestHeaders(event) as Record<string, string>
  const userAgent = headers['user-agent'] ?? null
  if (!isPersonClick({ method: getMethod(event), userAgent, headers })) return
  const place = whereFrom(event)
  const who = `${place} ${(userAgent ?? '').slice(0, 400)}`
  if (isMachine(place, who)) return
  const at = now()
  if (waiting.length === 0) setTimeout(() => void storeClicks(), STORE_AFTER_MS).unref()
  waiting.push({
    code,
    hour: Math.floor(at / HOUR) * HOUR,
    day: new Date(at).toISOString().slice(0, 10),
    site: siteAt(code, siteOfReferrer(headers['referer'], ownHosts())),
    device: deviceOf(userAgent).kind ?? '',
    who,
  })
  if (waiting.length >= MOST_WAITING) void storeClicks()
}

const ownHosts = (): string[] => {
  const { publicUrl, shortUrl } = settings()
  return [publicUrl, shortUrl].flatMap((url) => (url === null ? [] : [new URL(url).hostname]))
}

/** When each browser at each place followed links within the last minute, in this process's memory alone. */
let recent = new Map<string, number[]>()
let recentSince = 0
/** So many are remembered; beyond, all are let be rather than memory grow. */
const MOST_REMEMBERED = 20_000

function isMachine(place: string, who: string): boolean {
  const at = realNow()
  if (at - recentSince > MINUTE || recent.size > MOST_REMEMBERED) {
    recent = new Map(
      [...recent].filter(([, times]) => (times.at(-1) ?? 0) > at - MINUTE).slice(-MOST_REMEMBERED / 2),
    )
    recentSince = at
  }
  // Both are counted: who calls itself something else each time comes from one place still.
  const ofBrowser = isBurst(noteAt(`browser ${who}`, at), at, 'browser')
  return isBurst(noteAt(`place ${place}`, at), at, 'place') || ofBrowser
}

/** So many times of one are enough to tell. */
const MOST_TIMES = 400

/** When it was seen within the last minute before this; remembers this one too. */
function noteAt(key: string, at: number): number[] {
  const before = (recent.get(key) ?? []).filter((time) => time > at - MINUTE)
  recent.set(key, [...before.slice(-MOST_TIMES), at])
  return before
}

/** Sites that a link was followed from in this hour: anybody can name any, so that few are kept apart. */
let sites = new Map<string, Set<string>>()
let sitesOf = 0
const SITES_OF_A_LINK = 50
const LINKS_WITH_SITES = 20_000

function siteAt(code: string, site: string): string {
  const hour = Math.floor(now() / HOUR)
  if (hour !== sitesOf || sites.size > LINKS_WITH_SITES) [sites, sitesOf] = [new Map(), hour]
  const known = sites.get(code) ?? new Set<string>()
  sites.set(code, known)
  if (known.has(site)) return site
  if (known.size >= SITES_OF_A_LINK) return ''
  known.add(site)
  return site
}

/** Stores what was counted: off the way of whoever follows a link. */
export async function storeClicks(): Promise<void> {
  const clicks = waiting
  waiting = []
  if (clicks.length === 0) return
  try {
    for (const day of new Set(clicks.map((click) => click.day)))
      await storeDay(
        day,
        clicks.filter((click) => click.day === day),
      )
  } catch (error) {
    log.error({ error }, 'Clicks could not be counted.')
  }
}

const storeDay = (day: string, clicks: Click[]): Promise<void> =>
  inTransaction(async (db) => {
    const salt = await saltOf(db, day, () => randomBytes(24).toString('base64url'))
    const marked = clicks.map((click) => ({
      ...click,
      mark: createHmac('sha256', salt).update(`${click.code} ${click.who}`).digest('base64url').slice(0, 22),
    }))
    const fresh = await keepMarks(
      db,
      day,
      marked.map(({ mark }) => mark),
    )
    const counted = new Map<string, LinkClicksRow>()
    for (const { code, hour, site, device, mark } of marked) {
      const key = `${code} ${hour} ${site} ${device}`
      const row = counted.get(key) ?? { code, hour, site, device, clicks: 0, repeats: 0 }
      counted.set(key, row)
      if (fresh.delete(mark)) row.clicks++
      else row.repeats++
    }
    for (const row of counted.values()) {
      await countClicks(db, row)
      await addClicks(db, row)
    }
  })
