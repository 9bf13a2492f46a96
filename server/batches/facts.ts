import { toInstant } from '#core/instant'
import { accountsOf, rulesOf } from '#server/networks'
import { campaignsOf, marksOfCampaigns } from '#server/campaigns'
import { brandById, pillarsOf } from '#server/people'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { pictureViews, proofAccount, shortBase, writingOf } from '#server/posts'
import type { JudgeFacts } from './judge'
import { picturesOf } from './queries/batches'
import type { BatchTableRow } from './rows'

/** What the rows of a file are judged by, as it is now. Pictures that are still fetched are not in it. */
export async function factsOf(
  db: Db,
  batch: Pick<BatchTableRow, 'id' | 'brand_id' | 'day_order'>,
): Promise<JudgeFacts> {
  const brand = await brandById(db, batch.brand_id)
  if (!brand) throw problem('notFound')
  const writing = writingOf(brand)
  const accounts = await accountsOf(db, brand.id)
  const settled = (await picturesOf(db, batch.id)).filter(({ state }) => state !== 'waiting')
  const pictures = await pictureViews(
    db,
    brand.id,
    settled.flatMap(({ picture_id }) => picture_id ?? []),
  )
  return {
    now: toInstant(now()),
    zone: brand.zone,
    order: batch.day_order,
    brandName: brand.name,
    accounts: accounts.map((account) => ({
      ...proofAccount(account, writing),
      id: account.id,
      name: account.name,
      network: rulesOf(account).name,
    })),
    pillars: (await pillarsOf(db, brand.id)).map(({ id, name }) => ({ id, name })),
    campaigns: (await campaignsOf(db, brand.id)).map(({ id, name }) => ({ id, name })),
    campaignMarks: await marksOfCampaigns(db, brand.id),
    pictures: settled.map(({ name, picture_id }) => [name, pictures.get(picture_id ?? '') ?? null]),
    writing: { marksInText: writing.marksInText },
    wordsNotUsed: writing.wordsNotUsed,
    shortBase: shortBase(),
  }
}
