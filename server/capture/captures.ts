import type { H3Event } from 'h3'
import { toInstant } from '#core/instant'
import type { Captured, CaptureView, CaptureWay, TakenCapture } from '#shared/capture/types'
import type { PictureView } from '#shared/posts/types'
import { say } from '#shared/messages'
import { articleOfLink } from '#server/articles'
import { clippingFolderNames, clippingsOfLink } from '#server/clippings'
import { sentOfLink } from '#server/delivery'
import type { Actor } from '#server/platform/changes/actor'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { passOnPicture, pictureFromWeb, pictureOfBrand } from '#server/posts'
import { captureById, insertCapture, updateCapture } from './queries/captures'
import { linkKeyOf } from './linkKey'
import type { Looked } from './looked'
import { capturedFrom, readFromBrowser, readFromWeb } from './readCaptured'
import { readCaptured } from './rowJson'
import type { CaptureRow } from './rows'

/** What a browser gave along. */
export interface Taken {
  way: CaptureWay
  url: string | null
  title: string
  words: string
  pictureUrl: string | null
  withPicture: boolean
  html: string
}

/**
 * Takes in what a person saw, under an id of their browser's; the same id once more changes nothing. Throws
 * `cantCapture` where there is neither an address of the web nor words, `notFound` where the id is another's.
 */
export async function takeCapture(personId: string, id: string, taken: Taken): Promise<TakenCapture> {
  const known = await knownCapture(personId, id)
  if (known) return known
  const bare = capturedFrom(taken)
  if (bare.url === null && bare.words === '' && bare.pictureUrl === null && !taken.withPicture)
    throw problem(taken.url === null ? 'nothingToCapture' : 'cantCapture')
  const isRead = taken.html !== '' && bare.url !== null
  const { captured, message } = isRead
    ? await readFromBrowser(bare, taken.html)
    : { captured: bare, message: null }
  return keepCapture(personId, id, {
    way: taken.way,
    captured,
    message,
    // The button passes what a page says of itself, and not its text.
    isLookedAt: (isRead && taken.way !== 'button') || bare.url === null,
  })
}

/** What a person captured under this id before; null for nothing. */
export async function knownCapture(personId: string, id: string): Promise<TakenCapture | null> {
  const known = await captureById(await useDb(), personId, id)
  return known ? { id, feeds: readCaptured(known.captured_json).feeds.length } : null
}

/** Keeps what was captured, once. Throws `notFound` where the id is another person's. */
export async function keepCapture(
  personId: string,
  id: string,
  { way, captured, message, isLookedAt }: Looked & { way: CaptureWay; isLookedAt: boolean },
): Promise<TakenCapture> {
  await inTransaction((db) =>
    insertCapture(db, {
      id,
      person_id: personId,
      way,
      at: now(),
      captured_json: JSON.stringify(captured),
      looked_at: isLookedAt ? now() : null,
      message: message && storeMessages([message]),
      clipping_id: null,
    }),
  )
  if (!(await captureById(await useDb(), personId, id))) throw problem('notFound')
  return { id, feeds: captured.feeds.length }
}

/** A capture as its window shows it to somebody of a brand. Throws `notFound`. */
export async function captureOf(actor: Actor, id: string): Promise<CaptureView> {
  const db = await useDb()
  return viewOf(db, actor.brandId, await rowOf(db, actor, id))
}

/** One's own capture; what somebody else saw is not there. */
export async function rowOf(db: Db, { personId }: Actor, id: string): Promise<CaptureRow> {
  const row = await captureById(db, personId, id)
  if (!row) throw problem('notFound')
  return row
}

const looking = new Map<string, Promise<void>>()

/** Reads the page of a capture of which only the address is known. Two who ask at once share a look. */
export async function lookAtCapture(actor: Actor, id: string): Promise<CaptureView> {
  const row = await rowOf(await useDb(), actor, id)
  if (row.looked_at === null) {
    const look = looking.get(id) ?? lookOnce(actor, row).finally(() => looking.delete(id))
    looking.set(id, look)
    await look
  }
  return captureOf(actor, id)
}

async function lookOnce(actor: Actor, row: CaptureRow): Promise<void> {
  const known = readCaptured(row.captured_json)
  const { captured, message } =
    row.way === 'button' ? await addText(actor, known) : await readFromWeb(actor, known)
  await inTransaction((db) =>
    updateCapture(db, row.id, {
      captured_json: JSON.stringify(captured),
      looked_at: now(),
      message: message && storeMessages([message]),
    }),
  )
}

/** What the browser showed stays; where the page lets us in, its text comes to it. */
async function addText(actor: Actor, known: Captured): Promise<Looked> {
  const { captured } = await readFromWeb(actor, known)
  const { text, textFrom } = captured
  return { captured: known.title === '' ? captured : { ...known, text, textFrom }, message: null }
}

async function viewOf(db: Db, brandId: string, row: CaptureRow): Promise<CaptureView> {
  const captured = readCaptured(row.captured_json)
  const key = linkKeyOf(captured)
  const article = key === null ? undefined : await articleOfLink(db, brandId, key)
  return {
    id: row.id,
    way: row.way,
    captured,
    waits: row.looked_at === null,
    message: row.message === null ? null : say(messagesOf(row.message)),
    article: article ? { id: article.id, outlet: article.label, state: article.state ?? 'new' } : null,
    clippings: key === null ? [] : await clippingsOfLink(db, brandId, key, article?.id ?? null),
    shared:
      key === null
        ? []
        : (await sentOfLink(db, brandId, key)).map(({ sent_at, account }) => ({
            at: toInstant(sent_at),
            account,
          })),
    folders: await clippingFolderNames(db, brandId),
    picture: captured.pdf?.pictureId ? await pictureOfBrand(db, brandId, captured.pdf.pictureId) : null,
  }
}

/** Passes on a picture that a capture shows, and no other. */
export async function pictureOfCapture(
  event: H3Event,
  actor: Actor,
  id: string,
  url: string,
): Promise<Buffer> {
  await requirePicture(actor, id, url)
  return passOnPicture(event, url)
}

/** Takes a picture that a capture shows for posts. */
export async function takePicture(actor: Actor, id: string, url: string): Promise<PictureView> {
  await requirePicture(actor, id, url)
  return pictureFromWeb(actor, url)
}

async function requirePicture(actor: Actor, id: string, url: string): Promise<void> {
  const { pictures, video } = readCaptured((await rowOf(await useDb(), actor, id)).captured_json)
  if (!pictures.some((picture) => picture.url === url) && video?.still !== url) throw problem('notFound')
}
