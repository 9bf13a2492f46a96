import { madeAtOf } from '#core/instant'
import type { Message } from '#core/message'
import { readLinkRule, type AccountRow, rulesOf } from '#server/networks'
import { readPayload, type DeliveryPayload } from './rowJson'
import { entities } from '#core/post'
import { shownPictures, wordingOf } from '#shared/posts/docs'
import type { Db } from '#server/platform/db'
import { brandById, type BrandRow } from '#server/people'
import { sentBefore, type DeliveryRow } from '#server/delivery'
import { linkPreviewOf } from './queries/linkPreviews'
import { pictureById } from './queries/pictures'
import { setTarget, shortLinksOf, makeCodes } from '#server/results'
import type { PostRow } from './rows'
import type { Outgoing } from '#server/networks/connectors'
import { docOf } from './postDocs'
import { proofMaker, violationOf } from './proofs'
import { shortBase, writingOf } from './writing'
import { renderPicture } from './pictureWork'

/**
 * A post on an account as it goes out, or what keeps it from suiting the network. From now on its short link
 * leads somewhere.
 */
export async function payloadOf(
  db: Db,
  post: PostRow,
  account: AccountRow,
  wording: number,
  echo: number,
): Promise<{ frozen: DeliveryPayload; unfit: Message[] | null }> {
  const brand = (await brandById(db, post.brand_id))!
  const doc = await docOf(db, post)
  await makeCode(db, brand, post, account, echo)
  const made = (await proofMaker(db, brand, [post]))(post.id, account, wording, echo)
  const { proof, parts } = made
  const card = post.link ? await linkPreviewOf(db, post.link) : null
  const shown = new Set(proof.media)
  const pictures = shownPictures(doc, wordingOf(doc, wording).pictureId ?? null)
  const frozen: DeliveryPayload = {
    text: proof.text,
    language: parts.language ?? brand.language,
    link:
      proof.link === null
        ? null
        : {
            url: proof.link,
            place: proof.linkPlace,
            title: card?.card?.title ?? parts.linkTitle,
            description: card?.card?.description ?? null,
            ...(proof.linkPlace === 'button' ? { label: account.button_label } : {}),
          },
    pictures: parts.media.flatMap((medium, at) =>
      shown.has(medium)
        ? [
            {
              id: pictures[at]!.id,
              crop: medium.crop,
              description: medium.description,
              focus: pictures[at]!.focus,
            },
          ]
        : [],
    ),
    board: parts.board,
    audience: parts.audience,
  }
  const unfit = violationOf(brand, made)
  const code = (await shortLinksOf(db, [post.id])).find(
    (row) => row.account_id === account.id && row.echo === echo,
  )
  if (code && !unfit) await setTarget(db, code.code, made.target)
  return { frozen, unfit }
}

/**
 * A link rule may have become a short one after the post was written: what goes out has its code in any case.
 */
async function makeCode(
  db: Db,
  brand: BrandRow,
  post: PostRow,
  account: AccountRow,
  echo: number,
): Promise<void> {
  const rule = readLinkRule(account.link_rule_json) ?? writingOf(brand).linkRule
  if (post.link && rule.kind === 'short' && shortBase() !== null)
    await makeCodes(db, brand.id, post.id, [account.id], echo)
}

const KNOWN_BEFORE = 5

/**
 * A picture of a delivery, cut and as heavy as its network takes, by its place from 0; null where it has none
 * there, or no more.
 */
export async function pictureOf(
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  at: number,
): Promise<Awaited<ReturnType<typeof renderPicture>> | null> {
  const frozen = readPayload(delivery).pictures?.[at]
  const row = frozen && (await pictureById(db, delivery.brand_id, frozen.id))
  return row
    ? renderPicture(row.content, { crop: frozen.crop, maxBytes: rulesOf(account).media.maxBytes })
    : null
}

/**
 * What a connector is given of a delivery: its pictures cut and as heavy as the network takes, or none where
 * it is only to be found.
 */
export async function outgoingOf(
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  { isPictured = true } = {},
): Promise<Outgoing> {
  const frozen = readPayload(delivery)
  const pictures: Outgoing['pictures'] = []
  for (const [at, { description, crop, focus }] of (isPictured ? (frozen.pictures ?? []) : []).entries()) {
    const picture = await pictureOf(db, delivery, account, at)
    if (!picture) throw new Error('A picture of it is gone.')
    pictures.push({
      ...picture,
      description,
      focus: crop || !focus ? null : { x: focus.x * 2 - 1, y: 1 - focus.y * 2 },
    })
  }
  return {
    key: delivery.key,
    text: frozen.text,
    language: frozen.language ?? null,
    dueAt: delivery.due_at,
    link: frozen.link ? { description: null, ...frozen.link } : null,
    hashtags: entities(frozen.text).flatMap(({ kind, value }) => (kind === 'hashtag' ? [value] : [])),
    pictures,
    board: frozen.board ?? null,
    audience: frozen.audience ?? null,
    madeAt: madeAtOf(delivery.id),
    knownBefore: await sentBefore(db, delivery.account_id, delivery.due_at, KNOWN_BEFORE),
    there:
      delivery.remote_id === null ? null : { remoteId: delivery.remote_id, remoteUrl: delivery.remote_url },
  }
}
