import { DAY, toInstant } from '#core/instant'
import { zoneClock } from '#core/schedule'
import type { ReportContent, ReportPart } from '#shared/reports/types'
import type { PostResult, ResultsView } from '#shared/results/types'
import { deliveryById } from '#server/delivery'
import { brandById, pillarsOf, type BrandRow } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { pictureContent, readPayload } from '#server/posts'
import { resultsOf } from '#server/results'

const MOST_POSTS = 12
const MOST_SOURCES = 12
const LONGEST_DAYS = 366
const PICTURE_WIDTH = 480

export interface ReportWish {
  title: string
  /** Local days, both included. */
  from: string
  to: string
  opening: string
  parts: ReportPart[]
}

export interface ReportPicture {
  position: number
  type: string
  content: Buffer
}

/**
 * A brand's report of some days, as things stand now, with its pictures. Throws `badPeriod` for days that end
 * before they begin, have not begun, or are more than a year.
 */
export async function reportContent(
  brandId: string,
  wish: ReportWish,
): Promise<{ content: ReportContent; pictures: ReportPicture[] }> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const period = periodOf(brand, wish)
  const view = await resultsOf(brandId, {
    ...period,
    accountId: null,
    measure: 'responses',
    most: Number.POSITIVE_INFINITY,
  })
  const pillars = new Map((await pillarsOf(db, brandId)).map((pillar) => [pillar.id, pillar]))
  const named = (id: string | null) => ({
    name: pillars.get(id ?? '')?.name ?? null,
    ink: pillars.get(id ?? '')?.ink ?? null,
  })
  const best = [...view.posts]
    .sort((a, b) => (responsesOf(b) ?? -1) - (responsesOf(a) ?? -1))
    .slice(0, MOST_POSTS)
  const { posts, pictures } = await postsOf(db, brandId, best, view, named)
  return {
    pictures,
    content: {
      brand: { name: brand.name, mark: brand.mark, ink: brand.mark_ink, zone: brand.zone },
      title: wish.title,
      opening: wish.opening,
      from: wish.from,
      to: wish.to,
      madeAt: toInstant(now()),
      parts: wish.parts,
      facts: {
        hasBefore: view.hasBefore,
        sent: view.sent,
        answers: view.answers,
        clicks: view.clicks,
        perPost: view.perPost,
        followers: view.followers,
        followersChange: view.followersChange,
        young: view.young,
      },
      days: daysOf(brand, wish, view.posts),
      accounts: accountsOf(view),
      posts,
      mix: [...view.pillars]
        .sort((a, b) => b.posts - a.posts)
        .map(({ pillarId, posts: many }) => ({ ...named(pillarId), posts: many })),
      own: view.own,
      sources: view.sources
        .filter(({ posts: many }) => many > 0)
        .slice(0, MOST_SOURCES)
        .map(({ name, articles, posts: many, responses }) => ({ name, articles, posts: many, responses })),
    },
  }
}

/** The moments that local days begin and end at. */
function periodOf(brand: BrandRow, { from, to }: ReportWish): { from: number; to: number } {
  const [first, last] = [Date.parse(`${from}T00:00:00Z`), Date.parse(`${to}T00:00:00Z`)]
  const clock = zoneClock(brand.zone, first, last + DAY)
  const begin = clock.toUtc(first)
  if (last < first || last - first >= LONGEST_DAYS * DAY || begin > now()) throw problem('badPeriod')
  return { from: begin, to: clock.toUtc(last + DAY) }
}

const responsesOf = ({ answers, clicks }: Pick<PostResult, 'answers' | 'clicks'>): number | null =>
  answers === null && clicks === null ? null : (answers ?? 0) + (clicks ?? 0)

/** What went out on each local day, and what all that was answered until now. */
function daysOf(brand: BrandRow, { from, to }: ReportWish, posts: PostResult[]): ReportContent['days'] {
  const [first, last] = [Date.parse(`${from}T00:00:00Z`), Date.parse(`${to}T00:00:00Z`)]
  const clock = zoneClock(brand.zone, first, last + DAY)
  const days = new Map<string, { posts: number; responses: number | null }>()
  for (let day = first; day <= last; day += DAY)
    days.set(new Date(day).toISOString().slice(0, 10), { posts: 0, responses: null })
  for (const post of posts) {
    const known = days.get(clock.dayOf(Date.parse(post.at)))
    if (!known) continue
    known.posts++
    const responses = responsesOf(post)
    if (responses !== null) known.responses = (known.responses ?? 0) + responses
  }
  return [...days].map(([day, counts]) => ({ day, ...counts }))
}

const added = (sum: number | null, count: number | null): number | null =>
  count === null ? sum : (sum ?? 0) + count

/** Accounts with posts in the period; those that were removed meanwhile too, by what is known of them. */
function accountsOf(view: ResultsView): ReportContent['accounts'] {
  const sums = new Map<string, { posts: number; answers: number | null; clicks: number | null }>()
  for (const { accountId, answers, clicks } of view.posts) {
    const sum = sums.get(accountId) ?? { posts: 0, answers: null, clicks: null }
    sums.set(accountId, {
      posts: sum.posts + 1,
      answers: added(sum.answers, answers),
      clicks: added(sum.clicks, clicks),
    })
  }
  return [...sums].map(([id, sum]) => {
    const account = view.accounts.find((one) => one.id === id)
    const days = view.followersOf.find(({ accountId }) => accountId === id)?.days ?? []
    const [first, last] = [days[0], days.at(-1)]
    return {
      name: account?.name ?? '',
      handle: account?.handle ?? '',
      ...sum,
      followers: last?.followers ?? null,
      followersChange: days.length < 2 ? null : last!.followers - first!.followers,
    }
  })
}

async function postsOf(
  db: Db,
  brandId: string,
  best: PostResult[],
  view: ResultsView,
  named: (id: string | null) => { name: string | null; ink: number | null },
): Promise<{ posts: ReportContent['posts']; pictures: ReportPicture[] }> {
  const pictures: ReportPicture[] = []
  const posts: ReportContent['posts'] = []
  for (const { deliveryId, accountId, at, pillarId, answers, clicks, text } of best) {
    const delivery = await deliveryById(db, brandId, deliveryId)
    const payload = delivery && readPayload(delivery)
    const picture = payload?.pictures?.[0]
    const shown = picture ? await smallOrNone(brandId, picture.id) : null
    if (shown) pictures.push({ position: pictures.length, ...shown })
    const { name, ink } = named(pillarId)
    posts.push({
      text: withoutLink(payload?.text ?? text, payload?.link?.url ?? null),
      account: view.accounts.find(({ id }) => id === accountId)?.name ?? '',
      at,
      pillar: name,
      ink,
      answers,
      clicks,
      url: delivery?.remote_url ?? null,
      picture: shown ? pictures.length - 1 : null,
      description: picture?.description ?? '',
    })
  }
  return { posts, pictures }
}

/** A link that only stands below its post tells a client nothing. */
const withoutLink = (text: string, link: string | null): string =>
  link !== null && text.endsWith(link) ? text.slice(0, -link.length).trimEnd() || text : text

/** A picture as small as a report shows it; null for one that is there no more. */
const smallOrNone = (brandId: string, id: string): Promise<{ content: Buffer; type: string } | null> =>
  pictureContent(brandId, id, PICTURE_WIDTH).catch(() => null)
