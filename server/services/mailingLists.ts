import { randomBytes } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import type { FeedItem } from '../../core/feed'
import { toInstant } from '../../core/instant'
import type { Undoable } from '../../shared/api'
import { now } from '../clock'
import { inTransaction, useDb } from '../db'
import type { FeedRow } from '../db/rows'
import * as sources from '../db/sources'
import { problem } from '../problem'
import { settings } from '../settings'
import { runInThread } from '../work/pool'
import type { Actor } from './actor'
import { newestDates, storeItems } from './feedArticles'
import { tellReaders } from './feeds'
import { nextTurn } from './feedTurns'
import { changeUndoably } from './history'
import { leaveOutFresh } from './leavingOut'
import { isMailKey, mailAddressOf, readMailAddress } from './mailAddresses'
import { markArticles } from './marking'
import { insertSource, namesIn, type SourceWishes } from './sources'

const newNonce = (): string => randomBytes(16).toString('hex')

/** Makes a source that brings what is sent to its own secret address. */
export async function addMailingList(actor: Actor, wishes: SourceWishes): Promise<{ id: string; historyId: string; mailAddress: string }> {
  if (settings().mailPort === null) throw problem('noMail')
  const id = uuid()
  const feedId = uuid()
  const nonce = newNonce()
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    await sources.insertFeed(db, { id: feedId, url: `mail:${feedId}`, host: 'mail', next_fetch_at: now(), kind: 'mail', mail_nonce: nonce })
    await insertSource(db, tracked, actor, { id, feedId, wishes, folders: namesIn(wishes.folder) })
  })
  return { id, historyId, mailAddress: mailAddressOf(feedId, nonce) }
}

/** Gives a mailing list another address. The old one is refused from then on, which undoing can't change for what was sent meanwhile. */
export async function renewMailAddress(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    const source = await sources.sourceById(db, actor.brandId, id)
    const feed = source && (await sources.feedById(db, source.feed_id))
    if (feed?.kind !== 'mail') throw problem('notFound')
    await tracked.update('feeds', { id: feed.id }, { mail_nonce: newNonce() })
  })
  return { historyId }
}

/** The mailing list behind an address; null where there is none, or nobody reads it any more. */
export async function listBehind(address: string): Promise<FeedRow | null> {
  const given = readMailAddress(address)
  const db = await useDb()
  const feed = given && (await sources.feedById(db, given.feedId))
  if (!given || !feed?.mail_nonce || !isMailKey(given.key, feed.id, feed.mail_nonce)) return null
  return (await sources.brandsOfFeed(db, feed.id)).length > 0 ? feed : null
}

/** Keeps a mail that came for a list as an article. One that comes twice is kept once. */
export async function takeMail(feed: FeedRow, raw: Uint8Array): Promise<void> {
  const mail = await runInThread('background', [`feed:${feed.id}`], 'readMail', { raw })
  const item: FeedItem = {
    id: mail.id,
    url: mail.url,
    title: mail.title,
    author: mail.from,
    publishedAt: mail.at === null ? null : toInstant(mail.at),
    updatedAt: null,
    summaryHtml: null,
    contentHtml: mail.html,
    categories: [],
    image: null,
    enclosures: [],
  }
  const { fresh } = await inTransaction((db) => storeItems(db, feed, { feed: { items: [item], language: mail.language, homeUrl: null }, texts: [mail.text] }))
  await markArticles(feed, fresh, { fresh: true })
  await leaveOutFresh(feed, fresh)
  const db = await useDb()
  const dates = await newestDates(db, feed.id)
  const { gap_minutes } = nextTurn({ dates, at: now(), ttlMinutes: null, freshMinutes: null })
  await sources.updateFeed(db, feed.id, { title: feed.title ?? mail.from, fetched_at: now(), newest_at: dates[0] ?? null, gap_minutes })
  await tellReaders(feed.id, 'article')
}
