import { v7 as uuid } from 'uuid'
import type { Message } from '#core/message'
import { say } from '#shared/messages'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { toInstant } from '#core/instant'
import type { NoticeKind, NoticeView } from '#shared/notices/types'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import * as store from './queries/notices'
import type { NoticeRow } from './rows'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'

const MOST_SHOWN = 200

export interface NewNotice {
  brandId: string
  kind: NoticeKind
  /** What it is about: while a notice of this kind about it is open, there is no second. */
  about: string
  title: Message[]
  message: Message[]
  link: string
}

/**
 * Tells a brand's people of something that needs one of them: once, however often it happens before it is
 * settled. Within the transaction of what it tells of, so that neither is there without the other.
 */
export async function putNotice(db: Db, notice: NewNotice): Promise<void> {
  const open = await store.openNotice(db, notice.brandId, notice.kind, notice.about)
  const message = storeMessages(notice.message)
  if (open?.message === message) return
  if (open) await store.updateNotice(db, open.id, { message })
  else
    await store.insertNotice(db, {
      id: uuid(),
      brand_id: notice.brandId,
      kind: notice.kind,
      about: notice.about,
      at: now(),
      title: storeMessages(notice.title),
      message,
      link: notice.link,
      seen_at: null,
      settled_at: null,
      told_at: null,
    })
  await announce(db, notice.brandId, 'notice', open?.id ?? notice.about)
}

/** What a notice told of has been put right. */
export async function settleNotices(db: Db, brandId: string, kind: NoticeKind, about: string): Promise<void> {
  const open = await store.openNotice(db, brandId, kind, about)
  if (!open) return
  await store.updateNotice(db, open.id, { settled_at: now() })
  await announce(db, brandId, 'notice', open.id)
}

/**
 * Keeps one open notice of a kind for a brand: those about something else are settled, and the one that is
 * wanted is told, or brought up to date; null: nothing is to be told any more.
 */
export async function keepNotice(
  db: Db,
  brandId: string,
  kind: NoticeKind,
  wanted: Omit<NewNotice, 'brandId' | 'kind'> | null | undefined,
): Promise<void> {
  const open = await store.openNotices(db, brandId, kind)
  const over = open.filter(({ about }) => about !== wanted?.about)
  const known = open.find(({ about }) => about === wanted?.about)
  const isAsItWas = wanted ? known?.message === storeMessages(wanted.message) : true
  if (over.length === 0 && isAsItWas) return
  await inTransaction(async (within) => {
    for (const { about } of over) await settleNotices(within, brandId, kind, about)
    if (wanted) await putNotice(within, { ...wanted, brandId, kind })
  })
}

/** A brand's notices, open ones first. */
export const noticesOfBrand = async (actor: Actor): Promise<NoticeView[]> =>
  (await store.noticesOf(await useDb(), actor.brandId, MOST_SHOWN)).map(viewOf)

/** Marks all notices of the brand as seen. */
export async function seeNotices(actor: Actor): Promise<void> {
  await inTransaction(async (db) => {
    await store.markSeen(db, actor.brandId, now())
    await announce(db, actor.brandId, 'notice', actor.brandId)
  })
}

const viewOf = (row: NoticeRow): NoticeView => ({
  id: row.id,
  kind: row.kind,
  at: toInstant(row.at),
  title: say(messagesOf(row.title)),
  message: say(messagesOf(row.message)),
  link: row.link,
  seen: row.seen_at !== null,
  settledAt: row.settled_at === null ? null : toInstant(row.settled_at),
  toldAt: row.told_at === null ? null : toInstant(row.told_at),
})
