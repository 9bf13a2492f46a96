import type { PatternTried } from '#shared/orders/types'
import { emptyRule } from '#shared/orders/empty'
import { LIMITS } from '#shared/platform/limits'
import { brandById } from '#server/people'
import { useDb } from '#server/platform/db'
import { runInThread } from '#server/platform/jobs/pool'
import { factsOf, newestOf } from './queries/articles'
import { fillOrdersTask } from './tasks'
import { thingsOf } from './things'
import { toFill } from './thing'

/** Articles that a pattern is tried on. */
const MOST = 4

/** What a pattern makes of the brand's newest articles, or of one. */
export async function tryPattern(
  brandId: string,
  { pattern, articleId }: { pattern: string; articleId: string | null },
): Promise<PatternTried[]> {
  const db = await useDb()
  const brand = (await brandById(db, brandId))!
  const ids = articleId === null ? await newestOf(db, brandId, MOST) : [articleId]
  const facts = await factsOf(db, brandId, ids)
  const things = await thingsOf(db, brandId, facts)
  const rule = emptyRule()
  rule.post.texts = [pattern]
  const filled = await runInThread(
    'person',
    [`brand:${brandId}`],
    fillOrdersTask,
    facts.map(({ id }) => toFill(things.get(id)!, rule, brand.zone)),
  )
  return facts
    .map(({ id, title, label }, at) => ({
      ...{ articleId: id, title: title ?? '', source: label },
      text: (filled[at]?.[0] ?? '').slice(0, LIMITS.postText),
    }))
    .reverse()
}
