import { DAY, toInstant } from '#core/instant'
import { wordingAfter, zoneClock, type FillCandidate } from '#core/schedule'
import { say } from '#shared/messages'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PostDoc } from '#shared/posts/types'
import { LIMITS } from '#shared/platform/limits'
import type { FillCandidateView, FillKind } from '#shared/schedule/types'
import { clippingsToWrite } from '#server/clippings'
import { rulesOf } from '#server/networks'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import {
  approvedUnlined,
  docsOf,
  linkKeyOf,
  postsByIds,
  proofsOfDocs,
  usualOfArticle,
  violationOf,
  type PostRow,
} from '#server/posts'
import type { BrandPlan } from './plan'

/** Posts of each kind that are looked at; of each clipping several things are looked up. */
const MOST = 150
const MOST_CLIPPINGS = 60

/** Something that might fill a slot, for the plan and for whoever looks at it. */
export interface Fillable {
  planned: FillCandidate
  view: FillCandidateView
  /** The post there is, with the wording it would go out in; for a clipping, the post to be made of it. */
  post: PostRow | null
  doc: PostDoc
}

export interface FillAsk {
  kinds: FillKind[]
  /** What somebody wrote for clippings meanwhile. */
  texts: { clippingId: string; text: string }[]
}

/**
 * All that might fill a brand's open slots, in the order in which it is proposed: approved posts that stand
 * in no line, those saved first before the others; clippings with a note of one's own, the oldest first;
 * evergreens without a turn before `until`, the least lately shown first.
 */
export async function fillables(
  db: Db,
  known: BrandPlan,
  until: number,
  { kinds, texts }: FillAsk,
): Promise<Fillable[]> {
  const found = [
    ...(kinds.includes('draft') ? await approvedPosts(db, known) : []),
    ...(kinds.includes('clipping') ? await clippings(db, known, texts) : []),
    ...(kinds.includes('evergreen') ? await evergreens(db, known, until) : []),
  ]
  const proofOf = await proofsOfDocs(db, known.brand, new Map(found.map(({ id, doc }) => [id, doc])))
  const accounts = new Map(known.accounts.map((account) => [account.id, account]))
  return found.map(({ id, kind, accountId, doc, post, wording, more, notBefore, lastAt, evergreenId }) => {
    const made = proofOf(id, accounts.get(accountId)!, wording)
    const unfit = violationOf(known.brand, made)
    const own = made.parts.ownText ?? made.parts.text
    return {
      post,
      doc,
      planned: {
        id: `${kind}:${id}:${accountId}`,
        accountId,
        pillar: doc.pillarId,
        seriesId: post ? (post.series_id ?? post.id) : null,
        notBefore: toInstant(Math.max(now(), notBefore)),
        goodUntil: doc.goodUntil,
        linkKey: linkKeyOf(doc.link, own),
        evergreenId,
        ...more,
      },
      view: {
        ...{ id: `${kind}:${id}:${accountId}`, kind, accountId, wording },
        postId: post?.id ?? null,
        clippingId: kind === 'clipping' ? id : null,
        pillarId: doc.pillarId,
        text: own,
        title: doc.linkTitle,
        problem: unfit ? say(unfit) : '',
        lastAt: lastAt === null ? null : toInstant(lastAt),
      },
    }
  })
}

interface Found {
  /** Of the post or the clipping. */
  id: string
  kind: FillKind
  accountId: string
  doc: PostDoc
  post: PostRow | null
  wording: number
  notBefore: number
  lastAt: number | null
  evergreenId: string | null
  more?: Partial<FillCandidate>
}

async function approvedPosts(db: Db, known: BrandPlan): Promise<Found[]> {
  const places = await approvedUnlined(db, known.brand.id, MOST)
  const rows = await postsByIds(db, known.brand.id, [...new Set(places.map(({ post_id }) => post_id))])
  const docs = await docsOf(db, rows)
  const posts = new Map(rows.map((row) => [row.id, row]))
  return places.map(({ post_id: id, account_id: accountId }) => ({
    ...{ id, accountId, kind: 'draft', wording: 0, lastAt: null, evergreenId: null },
    post: posts.get(id)!,
    doc: docs.get(id)!,
    notBefore: posts.get(id)!.not_before ?? 0,
  }))
}

/** A clipping goes to its usual accounts; where nothing says so, to those that need nothing but words. */
async function clippings(db: Db, known: BrandPlan, texts: FillAsk['texts']): Promise<Found[]> {
  const found: Found[] = []
  for (const clipping of await clippingsToWrite(db, known.brand.id, MOST_CLIPPINGS)) {
    const usual = await usualOfArticle(db, known.brand.id, clipping.article_id)
    const accounts = known.accounts.filter(
      (account) => usual.accountIds?.includes(account.id) ?? rulesOf(account).media.min === 0,
    )
    const text = texts.find(({ clippingId }) => clippingId === clipping.id)?.text ?? clipping.note
    const doc: PostDoc = {
      ...emptyDoc(),
      articleId: clipping.article_id,
      clippingIds: [clipping.id],
      wordings: [{ text, pictureId: null }],
      link: clipping.url,
      linkTitle: clipping.title || null,
      pillarId: usual.pillarId,
      hashtags: usual.hashtags.slice(0, LIMITS.hashtags),
    }
    for (const { id: accountId } of accounts)
      found.push({
        ...{ id: clipping.id, kind: 'clipping', accountId, post: null, wording: 0, notBefore: 0 },
        ...{ lastAt: null, evergreenId: null },
        doc: { ...doc, accounts: [emptyPart(accountId, true)] },
      })
  }
  return found
}

/** In turn or without a pillar to take turns in; one whose turn comes before `until` waits for that. */
async function evergreens(db: Db, { brand, pool, plan }: BrandPlan, until: number): Promise<Found[]> {
  const comes = new Set(
    plan.entries.flatMap(({ evergreenId, at }) =>
      evergreenId !== null && Date.parse(at) < until ? [evergreenId] : [],
    ),
  )
  const own = [...pool.values()]
    .filter(({ row, waits }) => (waits === null || waits === 'no-pillar') && !comes.has(row.id))
    .sort((a, b) => (a.shown?.last_at ?? 0) - (b.shown?.last_at ?? 0))
    .slice(0, MOST)
  const rows = await postsByIds(db, brand.id, [...new Set(own.map(({ row }) => row.post_id))])
  const docs = await docsOf(db, rows)
  const posts = new Map(rows.map((row) => [row.id, row]))
  const clock = zoneClock(brand.zone, now() - 800 * DAY, now() + 800 * DAY)
  return own.map(({ row, shown }) => ({
    ...{ id: row.post_id, kind: 'evergreen', accountId: row.account_id, evergreenId: row.id },
    post: posts.get(row.post_id)!,
    doc: docs.get(row.post_id)!,
    wording: wordingAfter(row.wordings, shown?.wording ?? null),
    notBefore: shown ? clock.add(shown.last_at, { days: row.min_days }) : 0,
    lastAt: shown?.last_at ?? null,
    more: { goodUntil: row.ends_at === null ? null : toInstant(row.ends_at) },
  }))
}
