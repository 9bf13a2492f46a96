import { v7 as uuid } from 'uuid'
import { DAY, toInstant } from '#core/instant'
import { sentences } from '#core/text'
import type { EvergreenMade, OwnArticle } from '#shared/evergreens/types'
import type { Undoable } from '#shared/platform/types'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import { accountsOf } from '#server/networks'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem, ProblemError } from '#server/platform/http/problem'
import { insertPost, postById, type Usual, usualOf } from '#server/posts'
import { sourceById } from '#server/sources'
import { putEvergreen } from './evergreens'
import { ownArticles, ownArticlesOf } from './queries/evergreens'

/** How far back the brand's own articles are offered, unless one asks for all. */
const RECENT_DAYS = 60
const MOST = 100
const MOST_SENTENCES = 5
const [SHORTEST, LONGEST] = [40, 240]

/**
 * Articles of the brand's own feeds that might come round for ever: each waits for a line, or to be passed
 * over. Sentences of its text are offered as drafts of one.
 */
export async function fromOwn(brandId: string, isAll: boolean): Promise<OwnArticle[]> {
  const db = await useDb()
  const found: OwnArticle[] = []
  const usuals = new Map<string, Usual | null>()
  for (const row of await ownArticles(db, brandId, isAll ? 0 : now() - RECENT_DAYS * DAY, MOST)) {
    if (!usuals.has(row.source_id)) {
      const source = await sourceById(db, brandId, row.source_id)
      usuals.set(row.source_id, source ? await usualOf(db, brandId, null, source, []) : null)
    }
    const usual = usuals.get(row.source_id)
    found.push({
      articleId: row.id,
      title: row.title ?? '',
      url: row.url,
      outlet: row.outlet,
      at: toInstant(row.at),
      pillarId: usual?.pillarId ?? null,
      accountIds: usual?.accountIds ?? [],
      sentences: sentences(row.text, row.language)
        .filter(({ length }) => length >= SHORTEST && length <= LONGEST)
        .slice(0, MOST_SENTENCES),
    })
  }
  return found
}

interface OwnInput {
  accountIds: string[]
  minDays: number
  items: { articleId: string; pillarId: string | null; texts: string[] }[]
}

/**
 * Makes posts of own articles that come round, each with its wordings. All of it or nothing; undone as one.
 * Throws `notFound` for an article that is not offered, and what a check says against any wording.
 */
export async function takeFromOwn(
  actor: Actor,
  { accountIds, minDays, items }: OwnInput,
): Promise<EvergreenMade> {
  const { result, historyId } = await changeUndoably(actor, 'evergreen', '', async (db, tracked) => {
    let approval: EvergreenMade['approval'] = 'approved'
    const accounts = await accountsOf(db, actor.brandId)
    const offered = new Map(
      (
        await ownArticlesOf(
          db,
          actor.brandId,
          items.map(({ articleId }) => articleId),
        )
      ).map((article) => [article.id, article]),
    )
    for (const [at, { articleId, pillarId, texts }] of items.entries()) {
      const article = offered.get(articleId)
      if (!article) throw problem('notFound').at(`items[${at}].articleId`)
      const id = uuid()
      await insertPost(db, tracked, actor, id, {
        ...emptyDoc(),
        articleId,
        wordings: texts.map((text) => ({ text, pictureId: null })),
        link: article.url,
        linkTitle: article.title,
        pillarId,
        language: article.language,
        accounts: accounts.map((account) => emptyPart(account.id, accountIds.includes(account.id))),
      })
      const post = (await postById(db, actor.brandId, id))!
      try {
        const wish = { accountIds, minDays, until: null, times: null }
        const own = await putEvergreen(db, tracked, actor, post, wish)
        if (own !== 'approved') approval = own
      } catch (error) {
        throw error instanceof ProblemError ? error.at(`items[${at}].texts`) : error
      }
    }
    return approval
  })
  return { historyId, approval: result }
}

/** Says of own articles that they are to be no evergreens. */
export async function passOver(actor: Actor, articleIds: string[]): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'evergreen', '', async (db, tracked) => {
    const offered = new Set((await ownArticlesOf(db, actor.brandId, articleIds)).map(({ id }) => id))
    for (const articleId of new Set(articleIds)) {
      if (!offered.has(articleId)) throw problem('notFound')
      await tracked.put(
        'evergreens_passed',
        { brand_id: actor.brandId, article_id: articleId },
        { passed_at: now() },
      )
    }
  })
  return { historyId }
}
