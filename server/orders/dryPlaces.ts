import { DAY, MINUTE, toInstant } from '#core/instant'
import type { Decision } from '#core/orders/run'
import { stopsOf } from '#core/post'
import type { PlanInput, PlanPost } from '#core/schedule'
import { canonicalUrl } from '#core/url'
import { note, say } from '#shared/messages'
import type { OrderRule } from '#shared/orders/types'
import { sayPost } from '#shared/posts/messages'
import type { PostDoc } from '#shared/posts/types'
import { sayPlan } from '#shared/schedule/messages'
import type { AccountRow } from '#server/networks'
import type { BrandRow } from '#server/people'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { runInThread } from '#server/platform/jobs/pool'
import { neutralContext, proofsOfDocs } from '#server/posts'
import { planOf, type BrandPlan } from '#server/schedule'
import { cameAt } from './looking'
import type { ArticleFacts } from './queries/articles'
import { placeOrdersTask } from './tasks'

// Where the posts of a dry run would have gone, and what would have kept them from there.

/** Days behind now that places are looked for. */
const BEHIND = 14

/** What would have kept each post from an account, as a sentence. */
export async function stopsFor(
  db: Db,
  brand: BrandRow,
  rule: OrderRule,
  docs: ReadonlyMap<string, PostDoc>,
  accounts: AccountRow[],
  byId: ReadonlyMap<string, ArticleFacts>,
): Promise<Map<string, string>> {
  const proofOf = await proofsOfDocs(db, brand, docs)
  const context = neutralContext(brand)
  const found = new Map<string, string>()
  for (const [articleId, doc] of docs) {
    // Its picture is not fetched to look.
    const hasPicture = rule.post.withPicture && byId.get(articleId)!.image !== null
    for (const account of accounts.filter(({ id }) =>
      doc.accounts.some(({ accountId }) => accountId === id),
    )) {
      const { parts, proof, rules } = proofOf(articleId, account)
      const stop = stopsOf(parts, proof, rules, context).find(
        ({ id }) => id !== 'comment' && !(hasPicture && id.startsWith('media')),
      )
      if (!stop) continue
      const over = note('order.too-long', { by: -proof.measure.left })
      found.set(`${articleId} ${account.id}`, stop.id === 'length' ? say([over]) : sayPost(stop.message))
    }
  }
  return found
}

/**
 * Where the plan had room for each post as it came, beside all that went out since and stands in line now.
 */
export async function placesOf(
  db: Db,
  brand: BrandRow,
  rule: OrderRule,
  taken: Decision[],
  byId: ReadonlyMap<string, ArticleFacts>,
  accounts: AccountRow[],
): Promise<Map<string, { at: string | null; message: string }>> {
  const wanted = rule.accounts.map(({ accountId }) => accountId)
  const ids = accounts.flatMap(({ id }) => (wanted.includes(id) ? [id] : []))
  const posts = taken.flatMap((decision): PlanPost[] => {
    const article = byId.get(decision.articleId)!
    return ids.map((accountId) => ({
      ...{ id: `${article.id} ${accountId}`, accountId, seriesId: article.id, follows: null, fixed: null },
      pillar: rule.post.pillarId,
      notBefore: decision.notBefore ?? toInstant(cameAt(article)),
      goodUntil:
        rule.when.goodForHours === null ? null : toInstant(article.at + rule.when.goodForHours * 60 * MINUTE),
      firm: true,
      linkKey: rule.post.withLink && article.url ? canonicalUrl(article.url) : null,
    }))
  })
  if (posts.length === 0) return new Map()
  const start = Math.min(...posts.map(({ notBefore }) => Date.parse(notBefore!)))
  const placed = await runInThread(
    'person',
    [`brand:${brand.id}`],
    placeOrdersTask,
    asItWas(await planOf(db, brand.id), start, posts),
  )
  return new Map(
    placed.map(([id, at, reason]) => [id, { at, message: at === null && reason ? sayPlan(reason) : '' }]),
  )
}

/** The plan from a moment in the past on: what went out since keeps its slots, and nobody held anything. */
const asItWas = ({ input }: BrandPlan, start: number, posts: PlanPost[]): PlanInput => ({
  ...input,
  now: toInstant(start),
  until: toInstant(now() + BEHIND * DAY),
  accounts: input.accounts.map((account) => ({ ...account, hold: null })),
  evergreens: [],
  posts: [...input.posts.map((post) => ({ ...post, firm: true })), ...posts],
})
