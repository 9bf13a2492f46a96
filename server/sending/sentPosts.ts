import { entities } from '#core/post'
import { nextReading } from '#core/results'
import { setCounted, takenBackDeliveries, uncountedDeliveries, type DeliveryRow } from '#server/delivery'
import { anyAccount, type AccountRow } from '#server/networks'
import { readerFor } from '#server/networks/connectors'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { postsByIds, readPayload } from '#server/posts'
import {
  changeSentPost,
  clicksOfCode,
  insertSentPosts,
  shortLinksOf,
  type SentPostRow,
} from '#server/results'
import { sourceOfArticle } from '#server/sources'
import { announce } from '#server/platform/changes/announce'

/** Counted by one transaction: few enough that nobody waits for it. */
const AT_ONCE = 50

/**
 * Counts what went out among what Results tells of, and what was taken back as gone. The same way for what
 * goes out now and for all that went out before there was anything to count. Gives how many were counted.
 */
export async function countSentPosts(): Promise<number> {
  const db = await useDb()
  const sent = await uncountedDeliveries(db, AT_ONCE)
  const back = await takenBackDeliveries(db, AT_ONCE)
  if (sent.length + back.length === 0) return 0
  await inTransaction(async (into) => {
    const rows: SentPostRow[] = []
    for (const delivery of sent) rows.push(await sentPostOf(into, delivery))
    await insertSentPosts(into, rows)
    await setCounted(
      into,
      sent.map(({ id }) => id),
      1,
    )
    for (const { id } of back) await changeSentPost(into, id, { state: 'gone', next_at: null })
    await setCounted(
      into,
      back.map(({ id }) => id),
      0,
    )
    const brands = new Set([...sent, ...back].map(({ brand_id }) => brand_id))
    for (const brandId of brands) await announce(into, brandId, 'responses', '')
  })
  return sent.length + back.length
}

const SEGMENTS = new Intl.Segmenter('en', { granularity: 'grapheme' })

async function sentPostOf(db: Db, delivery: DeliveryRow): Promise<SentPostRow> {
  const payload = readPayload(delivery)
  const [post] = await postsByIds(db, delivery.brand_id, [delivery.post_id])
  const account = await anyAccount(db, delivery.brand_id, delivery.account_id)
  const sentAt = delivery.sent_at ?? delivery.due_at
  const link = (await shortLinksOf(db, [delivery.post_id])).find(
    ({ account_id, echo }) => account_id === delivery.account_id && echo === delivery.echo,
  )
  const code = link && payload.link?.url.endsWith(`/r/${link.code}`) ? link.code : null
  const { clicks, firstClicks } = code ? await clicksOfCode(db, code, sentAt) : { clicks: 0, firstClicks: 0 }
  const site = siteOf(post?.link ?? payload.link?.url ?? null)
  return {
    delivery_id: delivery.id,
    brand_id: delivery.brand_id,
    account_id: delivery.account_id,
    post_id: delivery.post_id,
    sent_at: sentAt,
    code,
    pillar_id: delivery.pillar_id,
    article_id: post?.article_id ?? null,
    source_id: post?.article_id
      ? ((await sourceOfArticle(db, post.brand_id, post.article_id)) ?? null)
      : null,
    site,
    wording: delivery.wording,
    echo: delivery.echo,
    text: payload.text,
    length: [...SEGMENTS.segment(payload.text)].length,
    pictures: payload.pictures?.length ?? 0,
    hashtags_json: JSON.stringify(hashtagsIn(payload.text)),
    link_place: payload.link?.place ?? '',
    likes: null,
    reshares: null,
    replies: null,
    quotes: null,
    views: null,
    read_at: null,
    first_answers: null,
    clicks,
    first_clicks: firstClicks,
    message: null,
    ...readingFor(delivery, account, sentAt),
  }
}

/** Whether, and when, its network is asked about a post. */
function readingFor(
  delivery: DeliveryRow,
  account: AccountRow | undefined,
  sentAt: number,
): Pick<SentPostRow, 'state' | 'next_at'> {
  // A post that a person said is there has no number that its network could be asked by.
  const canBeAsked = account && readerFor(account.protocol) && delivery.remote_id !== null
  if (!canBeAsked) return { state: 'untold', next_at: null }
  const next = nextReading(sentAt, now())
  return { state: next === null ? 'over' : 'read', next_at: next }
}

const siteOf = (link: string | null): string =>
  link !== null && URL.canParse(link) ? new URL(link).hostname.replace(/^www\./, '') : ''

const hashtagsIn = (text: string): string[] => [
  ...new Set(
    entities(text)
      .filter(({ kind }) => kind === 'hashtag')
      .map(({ start, end }) => text.slice(start + 1, end).toLowerCase()),
  ),
]
