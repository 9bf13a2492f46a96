import { DAY, HOUR, MINUTE } from '#core/instant'
import type { Message } from '#core/message'
import { asAccount, type AccountRow } from '#server/networks'
import { NotTaken, readerFor, type ResponseReader } from '#server/networks/connectors'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { ProblemError } from '#server/platform/http/problem'
import { askFollowers } from './followers'
import { askPastPosts } from './pastPosts'
import { accountReading, insertReadings, insertReplies, putAccountReading } from './queries/readings'
import { postsToRead, type PostToRead } from './queries/sentPosts'
import { readingOf, storeReads, untold } from './storeReads'

/** Turns that an account's network is asked in a minute: far below what protocols of this kind allow. */
const A_MINUTE = 20
/** Posts whose replies are fetched in a turn. */
const REPLIES_A_TURN = 3
/** A network that fails is let be: longer each time, up to this. */
const FIRST_PAUSE_MS = 5 * MINUTE
const LONGEST_PAUSE_MS = 6 * HOUR
/** One that asks for more than a day is asked again after a day: nobody means weeks. */
const LONGEST_WISH_MS = DAY

/** When each account's network was asked lately, in this process's memory: one process asks at a time. */
const asked = new Map<string, number[]>()

/** Whether a turn may be had now; notes it where it may. Null, or until when to wait. */
function takeTurn(accountId: string): number | null {
  const at = now()
  const recent = (asked.get(accountId) ?? []).filter((time) => time > at - MINUTE && time <= at)
  if (recent.length >= A_MINUTE) return recent[0]! + MINUTE
  asked.set(accountId, [...recent, at])
  return null
}

/**
 * Asks an account's network about all that is due: its posts, newest first, the posts it had before, its
 * followers. One that does not answer is let be for a while, and the readings it missed are marked.
 */
export async function readAccount(account: AccountRow): Promise<void> {
  const db = await useDb()
  const reader = readerFor(account.protocol)
  if (!reader) return untold(db, account.id)
  try {
    for (;;) {
      const posts = await postsToRead(db, account.id, now(), reader.atOnce)
      if (posts.length === 0) break
      const waits = takeTurn(account.id)
      if (waits !== null) return await putAccountReading(db, account.id, { quiet_until: waits })
      try {
        await readPosts(account, reader, posts)
      } catch (error) {
        await markMissed(posts)
        throw error
      }
    }
    await askPastPosts(db, account, reader)
    await askFollowers(db, account, reader)
    await putAccountReading(db, account.id, { failures: 0, quiet_until: null, message: null })
  } catch (error) {
    await letBe(db, account.id, error)
  }
}

async function readPosts(account: AccountRow, reader: ResponseReader, posts: PostToRead[]): Promise<void> {
  const db = await useDb()
  const there = posts.map(({ remote_id, remote_url }) => ({
    remoteId: remote_id ?? '',
    remoteUrl: remote_url,
  }))
  const hasTold = ((await accountReading(db, account.id))?.has_told ?? 0) === 1
  const reads = await asAccount(account, (access) => reader.responses(access, there, hasTold))
  const wanted = await storeReads(account, posts, reads)
  for (const post of wanted.slice(0, REPLIES_A_TURN)) {
    const at = posts.indexOf(post)
    const replies = await asAccount(account, (access) => reader.replies(access, there[at]!))
    await storeReplies(post, replies)
  }
}

async function storeReplies(
  post: PostToRead,
  replies: Awaited<ReturnType<ResponseReader['replies']>>,
): Promise<void> {
  await inTransaction((db) =>
    insertReplies(
      db,
      replies.slice(0, MOST_REPLIES).map(({ remoteId, author, text, url, at }) => ({
        delivery_id: post.delivery_id,
        remote_id: remoteId.slice(0, LONGEST_ID),
        author: author.slice(0, LONGEST_NAME),
        text: text.slice(0, LONGEST_TEXT),
        url,
        at,
        seen_at: now(),
      })),
    ),
  )
}
const MOST_REPLIES = 200
const LONGEST_ID = 500
const LONGEST_NAME = 200
const LONGEST_TEXT = 2_000

/** A reading that was due and told nothing stands as that: a gap is marked, never filled. */
const markMissed = (posts: PostToRead[]): Promise<void> =>
  inTransaction((db) =>
    insertReadings(
      db,
      posts.map((post) => readingOf(post.delivery_id, post.next_at!, null)),
    ),
  )

async function letBe(db: Db, accountId: string, error: unknown): Promise<void> {
  const { failures = 0 } = (await accountReading(db, accountId)) ?? {}
  const pauseMs = Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** Math.min(failures, 10))
  const { message, wishMs } = reasonOf(error)
  await putAccountReading(db, accountId, {
    failures: failures + 1,
    quiet_until: now() + Math.min(LONGEST_WISH_MS, Math.max(pauseMs, wishMs)),
    message: storeMessages(message),
  })
  if (!(error instanceof NotTaken) && !(error instanceof ProblemError)) throw error
}

function reasonOf(error: unknown): { message: Message[]; wishMs: number } {
  if (error instanceof NotTaken)
    return {
      message: error.messages,
      wishMs: error.outcome.kind === 'later' ? (error.outcome.waitMs ?? 0) : 0,
    }
  return { message: error instanceof ProblemError ? [error.reason] : [], wishMs: 0 }
}
