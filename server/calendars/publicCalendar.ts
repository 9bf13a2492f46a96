import { DAY, toInstant } from '#core/instant'
import { writeCalendar, type CalendarEntry } from '#core/formats'
import { isFirm, isNeverSent, stateWords } from '#shared/schedule/stateWords'
import * as words from '#shared/words'
import { writtenAlmanac } from '#server/almanac'
import { campaignById } from '#server/campaigns'
import { accountsOf } from '#server/networks'
import { brandById, pillarsOf } from '#server/people'
import { lastChangeAt } from '#server/platform/changes/queries'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { postsByIds, sentTextsByIds } from '#server/posts'
import { placedBetween, type PlacedPiece } from '#server/schedule'
import { calendarAddress, opensCalendar } from './address'
import { anyCalendar } from './queries/calendars'

/** How far a calendar looks back, and ahead to what has a time of its own. */
const BACK_DAYS = 60
const AHEAD_DAYS = 366
/** Characters of a post in a title. */
const TITLE = 80
/** Characters of a post's text: longer ones are cut. */
const TEXT = 4_000
/** Minutes a post is shown for: it takes none, and what takes none many programs don't show. */
const SHOWN_MINUTES = 15

/**
 * A calendar as iCalendar: what went out and what is planned, with its text, link and state. Throws
 * `notFound` where the key does not open it, or what it is of is gone.
 */
export async function calendarFile(id: string, key: string): Promise<string> {
  const db = await useDb()
  const row = await anyCalendar(db, id)
  if (!row || !opensCalendar(row, key)) throw problem('notFound')
  const brand = await brandById(db, row.brand_id)
  if (brand && row.what === 'almanac') return (await writtenAlmanac(brand.id, calendarAddress(row))).text
  const accounts = new Map((await accountsOf(db, row.brand_id)).map((account) => [account.id, account.name]))
  if (!brand || (row.account_id !== null && !accounts.has(row.account_id))) throw problem('notFound')
  const campaign = row.campaign_id === null ? null : await campaignById(db, brand.id, row.campaign_id)
  if (campaign === undefined) throw problem('notFound')

  const found = (await placedBetween(db, brand.id, now() - BACK_DAYS * DAY, now() + AHEAD_DAYS * DAY)).filter(
    ({ accountId }) => row.account_id === null || accountId === row.account_id,
  )
  const posts = await postsByIds(db, brand.id, [...new Set(found.map(({ postId }) => postId))])
  const ofPosts = new Map(posts.map((post) => [post.id, post]))
  const placed = found.filter(
    ({ postId }) => campaign === null || ofPosts.get(postId)?.campaign_id === campaign.id,
  )
  const sent = placed.filter(({ state }) => state !== 'lined-up').map((piece) => piece.id)
  const texts = new Map((await sentTextsByIds(db, brand.id, sent, TEXT)).map((one) => [one.id, one.text]))
  const pillars = new Map((await pillarsOf(db, brand.id)).map((pillar) => [pillar.id, pillar.name]))
  const entryOf = (piece: PlacedPiece): CalendarEntry => {
    const account = accounts.get(piece.accountId) ?? words.calendars.accountGone
    const text = (texts.get(piece.id) ?? piece.text).slice(0, TEXT)
    const title = firstWords(text)
    return {
      uid: `${piece.key}@clear-quill`,
      at: piece.at,
      minutes: SHOWN_MINUTES,
      title: row.account_id === null ? `${account}: ${title}` : title,
      text: `${text}\n\n${words.calendars.state(account, stateWords(piece) || words.calendars.linedUp)}`,
      url: piece.remoteUrl ?? ofPosts.get(piece.postId)?.link ?? null,
      status: isNeverSent(piece.state) ? 'cancelled' : isFirm(piece) ? 'confirmed' : 'tentative',
      categories: [pillars.get(piece.pillarId ?? '') ?? []].flat(),
    }
  }
  const part = campaign?.name ?? accounts.get(row.account_id ?? '')
  const name = part === undefined ? brand.name : `${brand.name}: ${part}`
  return writeCalendar(name, placed.map(entryOf), {
    zone: brand.zone,
    madeAt: toInstant(await lastChangeAt(db, brand.id)),
    url: calendarAddress(row),
  })
}

/** A text's beginning in one line, cut at a word where one ends in it, within no character. */
function firstWords(text: string): string {
  const line = text.replace(/\s+/g, ' ').trim()
  const characters = [...line]
  if (characters.length <= TITLE) return line
  const whole = characters.slice(0, TITLE).join('')
  const end = whole.lastIndexOf(' ')
  return `${end > 0 ? whole.slice(0, end) : whole} …`
}
