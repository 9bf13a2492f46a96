import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import type { DraftPreview, DraftStep, DraftView, DraftWriterName } from '#shared/drafting/types'
import type { Undoable } from '#shared/platform/types'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { problem, ProblemError } from '#server/platform/http/problem'
import { say } from '#shared/messages'
import { refusals } from '#shared/words'
import { log } from '#server/platform/log'
import { postById } from '#server/posts'
import { makeDraft, type Made } from './making'
import { modelOf, useOf, type Model } from './model'
import { draftById, draftsAbout, draftsForPost, insertDraft, type NamedDraftRow } from './queries/drafts'
import { requestsFor, type DraftRequest, type DraftWanted } from './request'
import { readFindings } from './rowJson'
import type { DraftRow } from './rows'
import { tokensOf } from './spending'
import { articleWriter, modelWriter } from './writers'

const viewOf = (row: DraftRow, by: string | null): DraftView => ({
  ...{ id: row.id, articleId: row.article_id, writer: row.writer, model: row.model, host: row.host },
  ...{ wish: row.wish, language: row.language, text: row.text, findings: readFindings(row.findings_json) },
  ...{ repairs: row.repairs, tokens: row.tokens, at: toInstant(row.created_at), by, postId: row.post_id },
})
const namedView = (row: NamedDraftRow): DraftView => viewOf(row, row.by_name)

/** Kept drafts about an article, the newest first. */
export const draftsOf = async (brandId: string, articleId: string): Promise<DraftView[]> =>
  (await draftsAbout(await useDb(), brandId, articleId)).map(namedView)

/** Those that became a post's text, the newest first. */
export const draftsOfPost = async (brandId: string, postId: string): Promise<DraftView[]> =>
  (await draftsForPost(await useDb(), brandId, postId)).map(namedView)

/** What would be sent for a draft. Nothing is. Throws `noModel`, `notFound` and `noArticleText`. */
export async function previewDraft(
  brandId: string,
  wanted: Omit<DraftWanted, 'count'>,
): Promise<DraftPreview> {
  const db = await useDb()
  const model = await modelOf(db, brandId)
  if (!model) throw problem('noModel')
  const [request] = await requestsFor(db, brandId, model, { ...wanted, count: 1 })
  const { messages } = request!
  return { host: model.host, model: model.name, messages, tokens: tokensOf(messages) }
}

/** Drafts that are ready to be written; nothing is asked of anybody yet. */
export interface Ready {
  actor: Actor
  wanted: DraftWanted
  model: Model | null
  requests: DraftRequest[]
}

/** Looks up all that drafts are written with. Throws `noModel`, `notFound` and `noArticleText`. */
export async function readyDrafts(
  actor: Actor,
  writer: DraftWriterName,
  wanted: DraftWanted,
): Promise<Ready> {
  const db = await useDb()
  const model = writer === 'model' ? await modelOf(db, actor.brandId) : null
  if (writer === 'model' && !model) throw problem('noModel')
  return { actor, wanted, model, requests: await requestsFor(db, actor.brandId, model, wanted) }
}

/** Between two looks at a draft that grows. */
const SHOWN_EACH_MS = 80

/**
 * Writes drafts, all at once, keeps each, and tells how far they are. One that can't be written is told as
 * such, and keeps no other from being.
 */
export async function writeDrafts(
  { actor, wanted, model, requests }: Ready,
  onStep: (step: DraftStep) => void,
  signal: AbortSignal,
): Promise<void> {
  const { brandId } = actor
  const writer = model ? modelWriter(model) : articleWriter(brandId)
  await Promise.all(
    requests.map(async (request) => {
      const draft = request.which
      try {
        const made = await makeDraft(brandId, writer, request, throttled(draft, onStep), signal)
        const done = await keepDraft({
          ...{ brandId, personId: actor.personId, wanted, model, request, made, orderId: null },
        })
        onStep({ draft, done: viewOf(done, null) })
      } catch (error) {
        if (signal.aborted) return
        if (!(error instanceof ProblemError)) log.error({ error, brandId }, 'A draft could not be written.')
        const refused = error instanceof ProblemError ? say([error.reason]) : refusals.server.detail
        onStep({ draft, refused })
      }
    }),
  )
  if (model) onStep({ used: await useOf(await useDb(), brandId) })
}

function throttled(draft: number, onStep: (step: DraftStep) => void): (text: string) => void {
  let shownAt = 0
  return (text) => {
    const at = performance.now()
    if (at - shownAt < SHOWN_EACH_MS) return
    shownAt = at
    onStep({ draft, text })
  }
}

interface Keeping {
  brandId: string
  /** Who asked for it; null for a standing order. */
  personId: string | null
  wanted: Pick<DraftWanted, 'articleId' | 'wish'>
  model: Model | null
  request: DraftRequest
  made: Made
  orderId: string | null
}

/** Keeps a draft with what it came from. */
export async function keepDraft({
  brandId,
  personId,
  wanted,
  model,
  request,
  made,
  orderId,
}: Keeping): Promise<DraftRow> {
  const row: DraftRow = {
    ...{ id: uuid(), brand_id: brandId, article_id: wanted.articleId, post_id: null },
    ...{ order_id: orderId, writer: model ? 'model' : 'article', model: model?.name ?? '' },
    ...{ host: model?.host ?? '', wish: wanted.wish, language: request.language, text: made.text },
    ...{ findings_json: JSON.stringify(made.findings), repairs: made.repairs, tokens: made.tokens },
    ...{ created_by: personId, created_at: now() },
  }
  // What is drawn from an article can be drawn again, and is kept by nobody.
  if (model)
    await inTransaction(async (db) => {
      await insertDraft(db, row)
      await announce(db, brandId, 'drafting', row.id)
    })
  return row
}

/** Says that a draft became a post's text. Throws `notFound`. */
export async function chooseDraft(actor: Actor, id: string, postId: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'drafting', id, async (db, tracked) => {
    const draft = await draftById(db, actor.brandId, id)
    if (!draft || !(await postById(db, actor.brandId, postId))) throw problem('notFound')
    await tracked.update('drafts', { id }, { post_id: postId })
  })
  return { historyId }
}
