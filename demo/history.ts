// The four weeks before the demo's last days: what the brands posted then goes out at its own time, invented
// readers answer it and follow its links, and nothing of that is known to the application but by asking.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { v7 as uuid } from 'uuid'
import type { Client } from './client'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const WEEKS = 4
export const HISTORY_HOURS = WEEKS * 7 * 24
/** Accounts have room between two posts. */
const APART = 1.7 * HOUR
const LONGEST_BEGINNING = 140
/** Posts that stood on each account before it was connected. */
const BEFORE = 24

interface HistoryPlan {
  /** How many posts on each day of the week, and between which hours (UTC). */
  perDay: number[]
  hours: [number, number]
  /** Which of them go to which account. */
  accounts: Record<string, 'every' | 'half' | 'weekdays'>
  /** By series: its pillar, hashtag, and the question that half of its posts begin with. */
  series: Record<string, [pillar: string, hashtag: string, question: string]>
}

interface Issue {
  series: string
  handle: string
  url: string
  at: number
  summary: string
  begins: string
}

interface View {
  pillars: { id: string; name: string }[]
  accounts: { id: string; name: string; handle: string; version: number; address: string }[]
}

const plans = JSON.parse(
  readFileSync(fileURLToPath(new URL('history.json', import.meta.url)), 'utf8'),
) as Record<string, HistoryPlan>

/** Numbers from 0 up to 1, the same at each fill (a linear congruential generator, Numerical Recipes). */
function drawn(seed: number): () => number {
  let state = seed
  return () => (state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0) / 2 ** 32
}

/** Lines up four weeks of posts week by week and plays them through. `begin`: where the clock stands. */
export async function playHistory(
  client: Client,
  world: Client,
  appUrl: string,
  brands: { id: string; region: string }[],
  begin: number,
): Promise<void> {
  const issues = await world.get<Issue[]>('/control/archive')
  await world.post('/control/clicking', { at: appUrl })
  for (const { id } of brands) await shorten(client, id, true)
  const writers = brands.map((brand, number) => new Writer(client, brand, issues, begin, drawn(number + 7)))
  for (let week = 0; week < WEEKS; week++) {
    for (const writer of writers) await writer.lineUpWeek(week)
    await client.post('/api/demo/clock', { hours: 7 * 24 })
  }
  for (const { id } of brands) await shorten(client, id, false)
}

/** What stood on the accounts before anybody connected them. */
export async function postBefore(
  world: Client,
  accounts: { address: string; handle: string }[],
  begin: number,
): Promise<void> {
  const chance = drawn(3)
  for (const { address, handle } of accounts)
    await world.post('/control/past', {
      host: new URL(address).hostname,
      handle,
      posts: Array.from({ length: BEFORE }, (_, number) => ({
        text: `From the week before, no. ${number + 1}: ${chance() > 0.5 ? 'what did we miss?' : 'a short note on what we saw.'}`,
        at: begin - (BEFORE - number) * 1.4 * DAY - Math.floor(chance() * 10) * HOUR,
      })),
    })
}

async function shorten(client: Client, brandId: string, isShort: boolean): Promise<void> {
  const at = `/api/brands/${brandId}`
  for (const { id, name, version } of (await client.get<View>(at)).accounts) {
    if (name !== 'Chatterbrook' && name !== 'Commonfire') continue
    const marks = { source: '{network}', medium: 'social', campaign: '{pillar}', term: '', content: '' }
    const linkRule = isShort ? { kind: 'short', marks } : null
    await client.patch(`${at}/accounts/${id}`, { name, approver: 'anyone', linkRule, token: '', version })
  }
}

class Writer {
  readonly #client: Client
  readonly #at: string
  readonly #plan: HistoryPlan
  readonly #issues: Issue[]
  readonly #begin: number
  readonly #chance: () => number
  #number = 0

  constructor(
    client: Client,
    brand: { id: string; region: string },
    issues: Issue[],
    begin: number,
    chance: () => number,
  ) {
    this.#client = client
    this.#at = `/api/brands/${brand.id}`
    this.#plan = plans[brand.region]!
    this.#begin = begin
    this.#chance = chance
    this.#issues = issues.filter(({ series }) => series in this.#plan.series).sort((a, b) => a.at - b.at)
  }

  async lineUpWeek(week: number): Promise<void> {
    const view = await this.#client.get<View>(this.#at)
    for (let day = week * 7; day < week * 7 + 7; day++)
      for (const time of this.#timesOf(day)) await this.#lineUp(view, time)
  }

  /** Times of a day, each in a part of its own, room between them. */
  #timesOf(day: number): number[] {
    // The clock may stand at any hour: days are whole ones in UTC from the next midnight on.
    const midnight = Math.ceil(this.#begin / DAY) * DAY + day * DAY
    const { perDay, hours } = this.#plan
    const many = perDay[(new Date(midnight).getUTCDay() + 6) % 7]!
    const part = ((hours[1] - hours[0]) * HOUR) / many
    return Array.from({ length: many }, (_, at) =>
      Math.round(midnight + hours[0] * HOUR + at * part + this.#chance() * Math.max(0, part - APART)),
    ).filter((time) => time > this.#begin + HOUR && time < this.#begin + HISTORY_HOURS * HOUR)
  }

  async #lineUp(view: View, time: number): Promise<void> {
    const place = this.#issues.findIndex(({ at }) => at > time - 4 * DAY && at <= time)
    const [issue] = place < 0 ? [] : this.#issues.splice(place, 1)
    if (!issue) return
    this.#number++
    const [pillar, hashtag, question] = this.#plan.series[issue.series]!
    const isAsked = this.#chance() < 0.4
    const begins = beginningOf(issue.begins)
    const weekday = new Date(time).getUTCDay() % 6 !== 0
    const chosen = view.accounts.filter(({ name }) => {
      const goes = this.#plan.accounts[name]
      return goes === 'every' || (goes === 'half' && this.#number % 2 === 0) || (goes === 'weekdays' && weekday && this.#number % 4 === 1) // prettier-ignore
    })
    const link = issue.url
    const pillarId = view.pillars.find(({ name }) => name === pillar)?.id ?? null
    const doc = {
      wordings: [{ text: isAsked ? `${question} ${begins}` : begins }],
      link,
      hashtags: [hashtag],
      credit: issue.handle,
      pillarId,
      accounts: view.accounts.map((account) => ({
        accountId: account.id,
        chosen: chosen.includes(account),
        ownText: null,
        board: null,
      })),
    }
    const id = uuid()
    const { version } = await this.#client.put<{ version: number }>(`${this.#at}/posts/${id}`, {
      version: 0,
      doc,
    })
    const accountIds = chosen.map((account) => account.id)
    const placements = accountIds.map((accountId) => ({
      accountId,
      kind: 'time',
      at: new Date(Math.round(time / 60_000) * 60_000).toISOString(),
    }))
    const asked = { postId: id, pillarId, link, goodUntil: null, placements, echoes: [] }
    const placing = await this.#client.post<{ version: string }>(`${this.#at}/placing`, asked)
    await this.#client.post(`${this.#at}/posts/${id}/line-up`, {
      version,
      planVersion: placing.version,
      accountIds,
      placements,
      echoes: [],
    })
  }
}

/** Its first sentences, as many as have room. */
function beginningOf(text: string): string {
  let taken = ''
  for (const sentence of text.split(/(?<=[.!?])\s+/))
    if (taken === '' || taken.length + sentence.length < LONGEST_BEGINNING)
      taken = `${taken} ${sentence}`.trim()
    else break
  return taken.length <= LONGEST_BEGINNING
    ? taken
    : `${taken.slice(0, taken.lastIndexOf(' ', LONGEST_BEGINNING))}…`
}
