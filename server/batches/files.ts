import { DAY, toInstant } from '#core/instant'
import { writePostsCsv, type CsvPost } from '#core/formats/postsCsv'
import { zoneClock } from '#core/schedule'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { accountsOf, rulesOf } from '#server/networks'
import { campaignsOf } from '#server/campaigns'
import { brandById, pillarsOf } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { docsOf, pictureAddresses, postsByIds, queueItemsOfBrand } from '#server/posts'
import { fullName } from './accountsNamed'

const BARE: CsvPost = {
  text: '',
  link: null,
  account: '',
  board: null,
  pillar: null,
  at: null,
  goodUntil: null,
  hashtags: [],
  description: null,
  campaign: null,
  tags: [],
  picture: null,
  wordings: [],
}

/** How accounts of a brand are written in a table: by their name where that is enough. */
async function namesOf(brandId: string): Promise<Map<string, string>> {
  const accounts = await accountsOf(await useDb(), brandId)
  return new Map(
    accounts.map((account) => [
      account.id,
      accounts.filter(({ name }) => name === account.name).length > 1
        ? fullName({ name: account.name, network: rulesOf(account).name })
        : account.name,
    ]),
  )
}

/** A table to begin with: three posts that a brand's own accounts and pillars stand in. Throws `notFound`. */
export async function sampleFile(brandId: string): Promise<string> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const names = [...(await namesOf(brandId)).values()]
  const pillar = (await pillarsOf(db, brandId))[0]?.name ?? null
  const clock = zoneClock(brand.zone, now() - 2 * DAY, now() + 9 * DAY)
  const today = Math.floor(clock.toLocal(now()) / DAY) * DAY
  const at = toInstant(clock.toUtc(today + 2 * DAY + 10 * 3_600_000))
  const account = names[0] ?? ''
  const labels = words.batch.sample
  return writePostsCsv([
    { ...BARE, text: labels.inTurn, account, pillar },
    { ...BARE, text: labels.withTime, account, at, link: 'https://paper.example/lamps' },
    { ...BARE, text: labels.everywhere, account: names.slice(0, 2).join('; '), hashtags: ['lamps'] },
  ])
}

/** What stands in a brand's lines, in their order, a row for each account, as a table that can be read. */
export async function linedFile(brandId: string): Promise<string> {
  const db = await useDb()
  const names = await namesOf(brandId)
  const pillars = new Map((await pillarsOf(db, brandId)).map(({ id, name }) => [id, name]))
  const campaigns = new Map((await campaignsOf(db, brandId)).map(({ id, name }) => [id, name]))
  const lines = (await queueItemsOfBrand(db, brandId))
    .filter(({ echo }) => echo === 0)
    .slice(0, LIMITS.batchRows)
  const posts = await postsByIds(db, brandId, [...new Set(lines.map(({ post_id }) => post_id))])
  const docs = await docsOf(db, posts)
  const addresses = await pictureAddresses(
    db,
    brandId,
    [...docs.values()].flatMap(({ pictures }) => pictures.map(({ id }) => id)),
  )
  return writePostsCsv(
    lines.map((line): CsvPost => {
      const doc = docs.get(line.post_id)!
      const [picture] = doc.pictures
      return {
        ...BARE,
        text: line.own_text ?? line.text,
        link: doc.link,
        account: names.get(line.account_id) ?? '',
        board: doc.accounts.find(({ accountId }) => accountId === line.account_id)?.board ?? null,
        pillar: pillars.get(doc.pillarId ?? '') ?? null,
        campaign: campaigns.get(doc.campaignId ?? '') ?? null,
        tags: doc.tags,
        at: line.fixed_at === null ? null : toInstant(line.fixed_at),
        goodUntil: doc.goodUntil,
        hashtags: doc.hashtags.map((tag) => tag.replace(/^#+/, '')),
        description: picture?.description || null,
        picture: addresses.get(picture?.id ?? '') ?? null,
        wordings: doc.wordings.slice(1).map(({ text }) => text),
      }
    }),
  )
}
