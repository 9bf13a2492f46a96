import { marksOfCampaigns } from '#server/campaigns'
import type { Message } from '#core/message'
import { quoted, say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { readLinkRule, accountsOf, type AccountRow, appearsOnOf, planHold, rulesOf } from '#server/networks'
import { preflight, stopsOf, type Check, type PreflightContext } from '#core/post'
import { emptyPart } from '#shared/posts/docs'
import { proofOfDoc, type MadeProof, type ProofAccount } from '#shared/posts/proofs'
import type { PictureView, PostDoc, Writing } from '#shared/posts/types'
import { toInstant } from '#core/instant'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { brandById, pillarsOf, type BrandRow } from '#server/people'
import { linkPreviewOf } from './queries/linkPreviews'
import { picturesByIds, type PictureFacts } from './queries/pictures'
import { shortLinksOf } from '#server/results'
import type { PostRow } from './rows'
import { docsOf } from './postDocs'
import { linkOfPost } from './postLinks'
import { sentOn, shortBase, writingOf } from './writing'

export const pictureView = ({ id, width, height, bytes, message }: PictureFacts): PictureView => ({
  id,
  width,
  height,
  bytes,
  message: message === null ? null : say(messagesOf(message)),
})

/** A brand's pictures of these ids, by id. */
export const pictureViews = async (
  db: Db,
  brandId: string,
  ids: string[],
): Promise<Map<string, PictureView>> =>
  new Map((await picturesByIds(db, brandId, ids)).map((row) => [row.id, pictureView(row)]))

/** Makes a proof of a post, by its id, on an account: of its wordings and echoes the one that is named. */
export type ProofMaker = (postId: string, account: AccountRow, wording?: number, echo?: number) => MadeProof

/** Makes proofs of a brand's posts: everything they share is looked up once. */
export const proofMaker = async (db: Db, brand: BrandRow, rows: PostRow[]): Promise<ProofMaker> =>
  proofsOfDocs(db, brand, await docsOf(db, rows))

/** The same of what is written, by the id of its post, whether that is stored or not. */
export async function proofsOfDocs(
  db: Db,
  brand: BrandRow,
  docs: ReadonlyMap<string, PostDoc>,
): Promise<ProofMaker> {
  const pictures = await pictureViews(
    db,
    brand.id,
    [...docs.values()].flatMap((doc) => doc.pictures.map(({ id }) => id)),
  )
  const codes = await shortLinksOf(db, [...docs.keys()])
  const pillars = new Map((await pillarsOf(db, brand.id)).map(({ id, name }) => [id, name]))
  const writing = writingOf(brand)
  const campaignMarks = await marksOfCampaigns(db, brand.id)
  const facts = { brandName: brand.name, pillars, campaignMarks, writing, shortBase: shortBase(), pictures }
  return (postId, account, wording = 0, echo = 0) => {
    const doc = docs.get(postId)!
    const part = doc.accounts.find(({ accountId }) => accountId === account.id) ?? emptyPart(account.id, true)
    // An echo has a code of its own from when it goes out; until then the post's own stands for it, which is
    // as long.
    const own = codes.filter((code) => code.post_id === postId && code.account_id === account.id)
    const code = (own.find((item) => item.echo === echo) ?? own.find((item) => item.echo === 0))?.code ?? null
    return proofOfDoc(doc, part, proofAccount(account, writing), facts, { wording, code })
  }
}

/** What of an account its proofs are made from. */
export const proofAccount = (account: AccountRow, { linkRule }: Writing): ProofAccount => ({
  handle: account.handle,
  rules: rulesOf(account),
  linkRule: readLinkRule(account.link_rule_json) ?? linkRule,
})

/** The checks of one post on one account, with all that the server knows. */
export async function checksOf(
  db: Db,
  brandId: string,
  post: PostRow,
  account: AccountRow,
  made: MadeProof,
  plannedAt: string | null,
  others: { account: string; network: string; text: string }[],
): Promise<Check[]> {
  const brand = (await brandById(db, brandId))!
  const link = linkOfPost(post.link, made.parts.ownText ?? made.parts.text)
  const look = link ? await linkPreviewOf(db, link) : null
  const appearsOn = (await accountsOf(db, brandId)).filter(({ id }) => appearsOnOf(account).includes(id))
  const context: PreflightContext = {
    ...neutralContext(brand),
    plannedAt,
    link: post.link,
    goodUntil: post.good_until === null ? null : toInstant(post.good_until),
    sentHere: await sentOn(db, brandId, account.id),
    alsoAppearsOn: appearsOn.map(({ name }) => name),
    elsewhere: appearsOn.map((item) => ({ account: item.name, rules: rulesOf(item), isChosen: false })),
    seriesId: post.series_id ?? post.id,
    repeatAfterDays: account.repeat_after_days,
    linkState: look ? { kind: look.kind, detail: look.detail } : { kind: 'unchecked', detail: null },
    wordsNotUsed: writingOf(brand).wordsNotUsed,
    hold: planHold(brand, account) !== null,
    equalText:
      others.find(({ network, text }) => network === made.rules.id && text === made.proof.text) ?? null,
  }
  return preflight(made.parts, made.proof, made.rules, context)
}

/** What a check knows of a post where nothing else was looked up. */
export const neutralContext = (brand: BrandRow): PreflightContext => ({
  now: toInstant(now()),
  zone: brand.zone,
  plannedAt: null,
  goodUntil: null,
  sentHere: [],
  seriesId: null,
  repeatAfterDays: null,
  linkState: { kind: 'ok', detail: null },
  wordsNotUsed: [],
  mixShare: null,
  approval: 'approved',
  hold: false,
  alsoAppearsOn: [],
})

/** What of a post no longer suits the network as it is now, as a sentence; null where it suits. */
export function violationOf(brand: BrandRow, made: MadeProof): Message[] | null {
  const stop = stopsOf(made.parts, made.proof, made.rules, neutralContext(brand)).find(
    ({ id }) => id !== 'comment',
  )
  return stop ? [quoted(`${made.rules.name}:`), stop.message] : null
}
