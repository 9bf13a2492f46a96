import { v7 as uuid } from 'uuid'
import { MINUTE } from '#core/instant'
import type { Message } from '#core/message'
import { note, say } from '#shared/messages'
import { readTexts } from '#shared/platform/json'
import { articleOfLink } from '#server/articles'
import { linkKeyOf } from '#server/capture'
import { addContentClipping } from '#server/clippings'
import { brandById, roleOf } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import type { Tracked } from '#server/platform/db/tracked'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { log } from '#server/platform/log'
import { settings } from '#server/platform/settings'
import { answerLetter } from './answer'
import { linksOf, wholeOf, type Contents, type Found } from './contents'
import { postLetter } from './postOf'
import * as store from './queries/letters'
import type { Letter } from './readLetter'
import type { LetterBoxRow, LetterRow } from './rows'
import { readLetterTask, readSignatureTask } from './tasks'

/** Letters dealt with side by side, one of a box: one that is slow holds up no more than its own place. */
const AT_ONCE = 4
/** How long one may take before another process may take it up, and how often one is tried. */
const LEASE_MS = 5 * MINUTE
const MOST_TRIES = 3
/** How long a round waits for those it began; what takes longer goes on, and others begin. */
const ROUND_MS = 1_000

/** The boxes of letters that are being dealt with. */
const underWay = new Set<string>()

/** Begins to deal with letters that are due, as many as there is room for. Gives how many. */
export async function lettersRound(): Promise<number> {
  const limit = AT_ONCE - underWay.size
  if (limit <= 0) return 0
  const due = await store.dueLetters(await useDb(), realNow(), { limit, not: [...underWay] })
  const all = Promise.all(due.map(dealOnce))
  let timer: NodeJS.Timeout | undefined
  const enough = new Promise((resolve) => (timer = setTimeout(resolve, ROUND_MS)))
  await Promise.race([all, enough])
  clearTimeout(timer)
  return due.length
}

async function dealOnce(row: LetterRow): Promise<void> {
  underWay.add(row.box_id)
  try {
    const at = realNow()
    if (await inTransaction((db) => store.leaseLetter(db, row.id, at, at + LEASE_MS)))
      await deal({ ...row, tries: row.tries + 1 })
  } catch (error) {
    log.error({ error, letter: row.id }, 'A letter could not be dealt with.')
  } finally {
    underWay.delete(row.box_id)
  }
}

/** What became of a letter. */
interface Outcome {
  state: 'kept' | 'failed'
  messages: Message[]
}

async function deal(row: LetterRow): Promise<void> {
  const db = await useDb()
  const box = await store.boxById(db, row.box_id)
  const role = box && (await roleOf(db, box.brand_id, box.person_id))
  if (!box || !role || role === 'client' || row.raw === null)
    return finish(box, row, null, failed('letter.failed'))
  const actor: Actor = { personId: box.person_id, brandId: box.brand_id, role }
  let letter: Letter | null = null
  try {
    letter = await runInThread(
      'background',
      [`brand:${box.brand_id}`],
      readLetterTask,
      new Uint8Array(row.raw),
    )
    await finish(box, row, letter, await keep(actor, box, row, letter))
  } catch (error) {
    if (error instanceof TaskStopped) return finish(box, row, letter, failed('letter.unreadable'))
    log.error({ error, letter: row.id }, 'A letter could not be kept.')
    // Else it is taken up again when its lease has ended.
    if (row.tries >= MOST_TRIES) await finish(box, row, letter, await givenUp(db, row))
  }
}

const failed = (code: 'letter.failed' | 'letter.unreadable' | 'letter.nothing'): Outcome => ({
  state: 'failed',
  messages: [note(code)],
})

/** What is said of a letter that no try could end: what is kept of it already stays. */
async function givenUp(db: Db, row: LetterRow): Promise<Outcome> {
  const isClipped = ((await store.letterById(db, row.id))?.clipping_id ?? null) !== null
  return isClipped ? { state: 'kept', messages: [note('letter.no-post')] } : failed('letter.failed')
}

async function keep(actor: Actor, box: LetterBoxRow, row: LetterRow, letter: Letter): Promise<Outcome> {
  const isList = box.by_link === 1 && letter.links.length > 1
  const { found, messages }: Contents = isList
    ? { found: linksOf(letter), messages: [] }
    : await wholeOf(actor, letter)
  const [main] = found
  if (!main) return { ...failed('letter.nothing'), messages: [note('letter.nothing'), ...messages] }
  const clippingId = row.clipping_id ?? (await clip(actor, row, found))
  const kept = isList
    ? [note('letter.links', { count: found.length })]
    : [
        note('letter.clipped', { title: main.captured.title || main.captured.words.slice(0, 80) }),
        ...(found.length > 1 ? [note('letter.more', { count: found.length - 1 })] : []),
      ]
  const posted = isList || box.becomes === 'clipping' ? [] : await post(actor, box, row, main, clippingId)
  return { state: 'kept', messages: [...kept, ...posted, ...messages] }
}

/** Keeps what it brought, all or nothing, and notes that it is kept. Gives the first clipping's id. */
async function clip(actor: Actor, row: LetterRow, found: Found[]): Promise<string> {
  const { result } = await changeUndoably(actor, 'article', row.id, async (db, tracked) => {
    const ids: string[] = []
    for (const item of found) ids.push(await clipOne(db, tracked, actor, item))
    await store.updateLetter(db, row.id, { clipping_id: ids[0]! })
    return ids[0]!
  })
  return result
}

async function clipOne(db: Db, tracked: Tracked, actor: Actor, item: Found): Promise<string> {
  const { captured, kind, note: words, pictureId } = item
  const linkKey = linkKeyOf(captured)
  const article = linkKey === null ? undefined : await articleOfLink(db, actor.brandId, linkKey)
  return addContentClipping(db, tracked, actor, uuid(), {
    ...captured,
    kind,
    linkKey,
    articleId: article?.id ?? null,
    note: words,
    folder: null,
    tags: [],
    pictureId,
    shelved: false,
    done: false,
  })
}

async function post(
  actor: Actor,
  box: LetterBoxRow,
  row: LetterRow,
  found: Found,
  clippingId: string,
): Promise<Message[]> {
  const isSigned = box.becomes === 'approved' && (await isSignedBySender(row))
  const brand = (await brandById(await useDb(), actor.brandId))!
  const messages = await postLetter(actor, {
    id: row.id,
    found,
    clippingId,
    accountIds: readTexts(box.accounts_json),
    inReview: !isSigned,
    zone: brand.zone,
  })
  return box.becomes === 'approved' && !isSigned ? [...messages, note('letter.not-signed')] : messages
}

async function isSignedBySender({ raw, sender, box_id }: LetterRow): Promise<boolean> {
  try {
    return await runInThread('background', [`letters:${box_id}`], readSignatureTask, {
      raw: new Uint8Array(raw!),
      sender,
      nameServer: settings().nameServer,
    })
  } catch (error) {
    if (!(error instanceof TaskStopped)) log.warn({ error }, 'A signature could not be looked at.')
    return false
  }
}

async function finish(
  box: LetterBoxRow | undefined,
  row: LetterRow,
  letter: Letter | null,
  { state, messages }: Outcome,
): Promise<void> {
  await inTransaction(async (db) => {
    await store.updateLetter(db, row.id, {
      state,
      raw: null,
      next_try_at: null,
      message: storeMessages(messages),
    })
    if (box) await announce(db, box.brand_id, 'letter', box.person_id)
  })
  if (box?.answers === 1 && letter?.mayBeAnswered) await answerLetter(box, row, letter, say(messages))
}
