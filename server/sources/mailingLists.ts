import { readMailTask } from './tasks'
import type { MailText } from './readMail'
import { paragraphs } from '#server/platform/mail/paragraphs'
import { v7 as uuid } from 'uuid'
import type { FeedItem } from '#core/feed'
import { toInstant } from '#core/instant'
import type { Undoable } from '#shared/platform/types'
import { now } from '#server/platform/clock'
import { canonicalUrl, siteOf } from '#core/url'
import type { LetterLink } from '#core/page'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import type { FeedRow } from './rows'
import * as sources from './queries/sources'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { runInThread } from '#server/platform/jobs/pool'
import type { Actor } from '#server/platform/changes/actor'
import { newestDates, storeItems } from './feedArticles'
import { tellReaders } from './feeds'
import { nextTurn } from './feedTurns'
import { changeUndoably } from '#server/platform/changes/history'
import { isMailKey, readMailAddress } from '#server/platform/mail/mailAddresses'
import { listAddressOf, newNonce, PURPOSE } from './listAddress'
import { type Mailbox, MailRefused } from '#server/platform/mail/mailboxes'
import { articlesStored } from './hooks'
import { insertSource, namesIn, type SourceSettings } from './sources'

/** Makes a source that brings what is sent to its own secret address. */
export async function addMailingList(
  actor: Actor,
  wishes: SourceSettings,
): Promise<{ id: string; historyId: string; mailAddress: string }> {
  if (settings().mailPort === null) throw problem('noMail')
  const id = uuid()
  const feedId = uuid()
  const nonce = newNonce()
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    await sources.insertFeed(db, {
      id: feedId,
      url: `mail:${feedId}`,
      host: 'mail',
      next_fetch_at: now(),
      kind: 'mail',
      mail_nonce: nonce,
    })
    await insertSource(db, tracked, actor, { id, feedId, wishes, folders: namesIn(wishes.folder) })
  })
  return { id, historyId, mailAddress: listAddressOf(feedId, nonce) }
}

/**
 * Gives a mailing list another address. The old one is refused from then on, which undoing can't change for
 * what was sent meanwhile.
 */
export async function renewMailAddress(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'source', id, async (db, tracked) => {
    const source = await sources.sourceById(db, actor.brandId, id)
    const feed = source && (await sources.feedById(db, source.feed_id))
    if (feed?.kind !== 'mail') throw problem('notFound')
    await tracked.update('feeds', { id: feed.id }, { mail_nonce: newNonce() })
  })
  return { historyId }
}

/** The mailing list at an address; null where there is none, or nobody reads it any more. */
export async function listAt(address: string): Promise<Mailbox | null> {
  const feed = await listBehind(address)
  return feed && { requireRoom: () => requireRoom(feed), take: (raw) => takeMail(feed, raw) }
}

async function listBehind(address: string): Promise<FeedRow | null> {
  const given = readMailAddress(address)
  const db = await useDb()
  const feed = given && (await sources.feedById(db, given.id))
  if (!given || !feed?.mail_nonce || !isMailKey(given.key, PURPOSE, feed.id, feed.mail_nonce)) return null
  return (await sources.brandsOfFeed(db, feed.id)).length > 0 ? feed : null
}

/** Sites that one list's mail may come from: an address that others learned of brings no more than that. */
const MOST_SENDERS = 5
const LONGEST_TITLE = 120
const today = (): string => toInstant(now()).slice(0, 10)

/** Throws where a list has brought as many mails today as it may. */
async function requireRoom(feed: FeedRow): Promise<void> {
  if ((await sources.mailsOn(await useDb(), feed.id, today())) >= settings().mailsADay)
    throw new MailRefused(452, 'This list has brought enough for today; try again tomorrow')
}

/** Counts a mail, and throws where it is from nobody, or from one site more than a list has. */
async function admit(db: Db, feed: FeedRow, sender: string | null): Promise<void> {
  const domain = sender?.split('@').at(-1) ?? ''
  if (!domain.includes('.')) throw new MailRefused(550, 'The mail does not say whom it is from')
  const site = siteOf(`https://${domain}/`)
  const known = await sources.sendersOf(db, feed.id)
  if (!known.includes(site)) {
    if (known.length >= MOST_SENDERS) throw new MailRefused(550, 'This list takes no mail from there')
    await sources.addSender(db, feed.id, site)
  }
  await sources.countMail(db, feed.id, today())
}

/**
 * Keeps a mail that came for a list: as an article, or as one for each of its links where the source wants it
 * so. One that comes twice is kept once.
 */
async function takeMail(feed: FeedRow, raw: Uint8Array): Promise<void> {
  await requireRoom(feed)
  const mail = await runInThread('background', [`feed:${feed.id}`], readMailTask, { raw })
  const byLink = (await sources.sourcesOfFeed(await useDb(), feed.id)).some(({ by_link }) => by_link === 1)
  const items =
    byLink && mail.links.length > 0 ? mail.links.map((link) => linkItem(mail, link)) : [whole(mail)]
  const { fresh } = await inTransaction(async (db) => {
    await admit(db, feed, mail.sender)
    return storeItems(db, feed, {
      feed: { items: items.map(({ item }) => item), language: mail.language, homeUrl: null },
      texts: items.map(({ text }) => text),
    })
  })
  await articlesStored.run(feed, fresh)
  const db = await useDb()
  const dates = await newestDates(db, feed.id)
  const { gap_minutes } = nextTurn({ dates, at: now(), ttlMinutes: null, freshMinutes: null })
  await sources.updateFeed(db, feed.id, {
    title: feed.title ?? mail.from,
    fetched_at: now(),
    newest_at: dates[0] ?? null,
    gap_minutes,
  })
  await tellReaders(feed.id, 'article')
}

interface Item {
  item: FeedItem
  text: string
}

const bare = (mail: MailText): Omit<FeedItem, 'id' | 'url' | 'title' | 'contentHtml'> => ({
  author: mail.from,
  publishedAt: mail.at === null ? null : toInstant(mail.at),
  updatedAt: null,
  summaryHtml: null,
  categories: [],
  image: null,
  enclosures: [],
})

const whole = (mail: MailText): Item => ({
  item: { ...bare(mail), id: mail.id, url: mail.url, title: mail.title, contentHtml: mail.html },
  text: mail.text,
})

/** One of a letter's links as an article, with the words beside it. */
const linkItem = (mail: MailText, { url, title, words }: LetterLink): Item => ({
  item: {
    ...bare(mail),
    id: `${mail.id} ${canonicalUrl(url)}`,
    url,
    title: title ?? (words.slice(0, LONGEST_TITLE) || mail.title),
    contentHtml: words === '' ? null : paragraphs(words),
  },
  text: words,
})
