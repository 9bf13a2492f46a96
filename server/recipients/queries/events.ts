import { DAY } from '#core/instant'
import { LIMITS } from '#shared/platform/limits'
import type { RecipientEvent } from '#shared/recipients/types'
import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, text, whole } from '#server/platform/db/tables'
import { DISPATCHES, RECIPIENTS } from '../rows'

const hears = (db: Db, event: RecipientEvent) =>
  joined(db, 'recipients')
    .where('recipients.kind', 'webhook')
    .whereNull('recipients.removed_at')
    .whereRaw('EXISTS (SELECT 1 FROM json_each(recipients.events_json) WHERE value = ?)', [event])

/** A brand's webhooks that hear of something. */
export const listenersOf = (
  db: Db,
  brandId: string,
  event: RecipientEvent,
): Promise<{ id: string; brand_id: string }[]> =>
  readAll(
    pick(RECIPIENTS, 'id', 'brand_id'),
    hears(db, event).where('recipients.brand_id', brandId).select('recipients.id', 'recipients.brand_id'),
  )

/** Brands that read a feed and have a webhook that hears of something. */
export const brandsListening = async (db: Db, feedId: string, event: RecipientEvent): Promise<string[]> =>
  (
    await readAll(
      pick(RECIPIENTS, 'brand_id'),
      hears(db, event)
        .join('sources', 'sources.brand_id', 'recipients.brand_id')
        .where('sources.feed_id', feedId)
        .whereNull('sources.removed_at')
        .distinct('recipients.brand_id'),
    )
  ).map(({ brand_id }) => brand_id)

/**
 * Puts something that happened to articles among what waits, each once. What was marked and came long before
 * the recipient is left out, and all where too much waits already. `rows`: an id for each, and its article's.
 */
export const insertArticleEvents = async (
  db: Db,
  {
    recipientId,
    event,
    rows,
    at,
  }: { recipientId: string; event: RecipientEvent; rows: [string, string][]; at: number },
): Promise<void> => {
  await db.raw(
    `INSERT INTO ${DISPATCHES.name} (id, brand_id, recipient_id, type, key, title, article_id, payload_json,
        by_name, created_at, due_at)
      SELECT json_extract(listed.value, '$[0]'), recipients.brand_id, recipients.id, ?,
        'article:' || articles.id, coalesce(articles.title, ''), articles.id, '{}', '', ?, ?
      FROM json_each(?) AS listed
      JOIN articles ON articles.id = json_extract(listed.value, '$[1]')
      JOIN recipients ON recipients.id = ?
      WHERE (? <> 'article.marked' OR articles.at >= recipients.created_at - ?) AND NOT EXISTS (
        SELECT 1 FROM dispatches AS known WHERE known.brand_id = recipients.brand_id
          AND known.key = 'article:' || articles.id AND known.recipient_id = recipients.id
          AND known.type = ? AND known.state = 'waiting')
        AND (SELECT count(*) FROM dispatches AS waiting WHERE waiting.recipient_id = recipients.id
          AND waiting.state = 'waiting') < ?`,
    [event, at, at, JSON.stringify(rows), recipientId, event, DAY, event, LIMITS.recipients.waiting],
  )
}

/** What is said of a delivery that went out, or did not. */
export const deliveryTold = (db: Db, brandId: string, id: string) =>
  readFirst(
    {
      ...{ post_id: text(), account_id: text(), account: text(), text: text() },
      ...{ remote_url: text().orNull(), due_at: whole() },
    },
    joined(db, 'deliveries')
      .join('accounts', 'accounts.id', 'deliveries.account_id')
      .where('deliveries.brand_id', brandId)
      .where('deliveries.id', id)
      .select([
        'deliveries.post_id',
        'deliveries.account_id',
        'accounts.name AS account',
        'deliveries.remote_url',
        'deliveries.due_at',
        db.raw(`coalesce(deliveries.frozen_json ->> 'text', '') AS text`),
      ]),
  )
