import { isObject, readJson } from '#shared/platform/json'
import type { ArticleEvent, HandedThing } from '#shared/recipients/types'
import { HANDED_ON } from '#shared/recipients/types'
import { marksOfArticles } from '#server/watches'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { articleThing } from './things'
import type { DispatchRow } from './rows'

/** What is sent of something: as it was kept, or, of an article, as it stands now; null where it is gone. */
export async function dataOf(row: DispatchRow): Promise<object | null> {
  if (row.type === HANDED_ON || row.article_id === null) return readJson(row.payload_json, isObject)
  const db = await useDb()
  const thing = await articleThing(db, row.brand_id, row.article_id)
  if (!thing) return null
  const watches = (await marksOfArticles(db, row.brand_id, [row.article_id], now())).map(({ name }) => name)
  return { ...withoutText(thing), watches } satisfies ArticleEvent
}

/** Whoever wants the text asks for the article, or has it handed on. */
const withoutText = ({ text: _, quote: __, note: ___, ...rest }: HandedThing) => rest
