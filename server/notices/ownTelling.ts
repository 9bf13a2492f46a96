import { say } from '#shared/messages'
import { isListOf, isText, readJson } from '#shared/platform/json'
import { NOTICE_TOPICS, topicOf } from '#shared/notices/topics'
import type { NoticeTopic, OwnTelling } from '#shared/notices/types'
import { brandById, personById, roleOf, type BrandRow } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { askToConfirm, confirmedOf } from './mailConfirmation'
import * as store from './queries/ownTelling'
import { isQuiet } from './quietTime'
import type { OwnTellingRow } from './rows'
import { APART_MS, timely } from './timely'
import { tellEverywhere, toldOf } from './ways'

const readTopics = (json: string): NoticeTopic[] => {
  const kept = readJson(json, isListOf(isText))
  return NOTICE_TOPICS.filter((topic) => kept.includes(topic))
}

/** How a person wants to be told of a brand's notices by mail. */
export async function ownTellingOf(actor: Actor): Promise<OwnTelling> {
  const db = await useDb()
  const row = await store.ownTelling(db, actor.brandId, actor.personId)
  const person = await personById(db, actor.personId)
  if (!person) throw problem('notFound')
  const topics = row ? readTopics(row.topics_json) : []
  const isWanted = topics.length > 0
  return {
    ...{
      topics,
      email: person.email,
      quietFrom: row?.quiet_from ?? null,
      quietUntil: row?.quiet_until ?? null,
    },
    isConfirmed: !isWanted || (await confirmedOf(db, actor.brandId, [person.email])).length > 0,
    message: row?.message ? say(messagesOf(row.message)) : '',
    canMail: settings().smtp !== null,
  }
}

export interface OwnTellingInput {
  topics: NoticeTopic[]
  quietFrom: string | null
  quietUntil: string | null
}

/**
 * Changes how a person is told: of what comes from now on. Their address is asked once whether mail may come
 * (`origin`: where such a letter leads).
 */
export async function setOwnTelling(
  actor: Actor,
  { topics, quietFrom, quietUntil }: OwnTellingInput,
  origin: string,
): Promise<OwnTelling> {
  await inTransaction(async (db) => {
    const known = await store.ownTelling(db, actor.brandId, actor.personId)
    await store.putOwnTelling(db, {
      ...{ brand_id: actor.brandId, person_id: actor.personId, topics_json: JSON.stringify(topics) },
      ...{ quiet_from: quietFrom, quiet_until: quietUntil, next_at: 0, message: null },
      since: known && readTopics(known.topics_json).length > 0 ? known.since : now(),
    })
  })
  const db = await useDb()
  const brand = await brandById(db, actor.brandId)
  const person = await personById(db, actor.personId)
  if (brand && person && topics.length > 0) await askToConfirm(brand, [person.email], origin)
  return ownTellingOf(actor)
}

/** Addresses of persons who want to be told of a brand's notices. */
export const wantedForPersons = async (db: Db, brandId: string): Promise<string[]> =>
  (await store.tellingsOf(db, brandId)).map(({ email }) => email)

/**
 * Tells each person what they want to be told of and were not yet: of what came since they said so. Gives
 * false as soon as a letter is not taken: whoever is next waits for the next round, so that a mail server
 * that does not answer is waited for once in each.
 */
export async function tellPersons(brand: BrandRow): Promise<boolean> {
  const db = await useDb()
  if (settings().smtp === null) return false
  for (const row of await store.tellingsOf(db, brand.id)) {
    if (isQuiet({ quietFrom: row.quiet_from, quietUntil: row.quiet_until }, brand.zone, now())) continue
    const topics = readTopics(row.topics_json)
    const open = await store.untoldOf(db, brand.id, row.person_id, row.since)
    const wanted = timely(
      open.filter(({ kind }) => topics.includes(topicOf(kind))),
      row.next_at,
    )
    if (wanted.length === 0 || !(await mayBeTold(db, row))) continue
    if (!(await tellOne(brand, row, wanted))) return false
  }
  return true
}

/** Whoever left the brand is told no more; and nobody whose address was not confirmed. */
const mayBeTold = async (db: Db, { brand_id, person_id, email }: OwnTellingRow & { email: string }) => {
  const role = await roleOf(db, brand_id, person_id)
  return role !== null && role !== 'client' && (await confirmedOf(db, brand_id, [email])).length > 0
}

async function tellOne(
  brand: BrandRow,
  row: OwnTellingRow & { email: string },
  notices: Awaited<ReturnType<typeof store.untoldOf>>,
): Promise<boolean> {
  const failed = await tellEverywhere({ hook: null, mail: [row.email] }, toldOf(brand.name, notices))
  await inTransaction(async (db) => {
    await store.noteOwnTelling(db, row, {
      next_at: now() + APART_MS,
      message: failed && storeMessages(failed),
    })
    if (failed === null)
      await store.insertTold(
        db,
        notices.map(({ id }) => ({ notice_id: id, person_id: row.person_id, at: now() })),
      )
  })
  return failed === null
}
