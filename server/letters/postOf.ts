import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PostDoc } from '#shared/posts/types'
import { accountsOf, type AccountRow } from '#server/networks'
import type { Actor } from '#server/platform/changes/actor'
import { useDb } from '#server/platform/db'
import { ProblemError } from '#server/platform/http/problem'
import { openPost, postById, savePost } from '#server/posts'
import { lineUpNext } from '#server/schedule'
import type { Found } from './contents'

export interface PostInput {
  /** The id it is made with: doing it again makes no second one. */
  id: string
  found: Found
  clippingId: string
  accountIds: string[]
  inReview: boolean
  /** In whose time it is said when it goes out. */
  zone: string
}

/**
 * Makes a post of what a letter brought and lines it up on each of the accounts that takes it, at its next
 * open slot. Gives what became of it.
 */
export async function postLetter(actor: Actor, input: PostInput): Promise<Message[]> {
  const db = await useDb()
  const accounts = await accountsOf(db, actor.brandId)
  const chosen = accounts.filter(({ id }) => input.accountIds.includes(id))
  if (chosen.length === 0) return [note('letter.no-account')]
  if (!(await postById(db, actor.brandId, input.id)))
    await savePost(actor, input.id, { version: 0, doc: docOf(input, accounts) })
  const messages: Message[] = []
  for (const account of chosen) messages.push(...(await lineUpOn(actor, input, account)))
  const { approval } = await openPost(actor, input.id)
  return approval === 'in-review' ? [...messages, note('letter.review')] : messages
}

const docOf = ({ found, clippingId, accountIds }: PostInput, accounts: AccountRow[]): PostDoc => ({
  ...emptyDoc(),
  clippingIds: [clippingId],
  wordings: [{ text: found.note || found.captured.words, pictureId: null }],
  link: found.captured.url,
  linkTitle: found.captured.url === null ? null : found.captured.title || null,
  pictures:
    found.pictureId === null || found.kind === 'pdf'
      ? []
      : [{ id: found.pictureId, description: '', focus: { x: 0.5, y: 0.5 } }],
  accounts: accounts.map(({ id }) => emptyPart(id, accountIds.includes(id))),
})

async function lineUpOn(actor: Actor, input: PostInput, account: AccountRow): Promise<Message[]> {
  try {
    const { version, lines } = await openPost(actor, input.id)
    if (lines.some(({ accountId }) => accountId === account.id)) return []
    const { places } = await lineUpNext(actor, input.id, account.id, { version, inReview: input.inReview })
    const at = places[0]?.at ?? null
    return at === null
      ? [note('letter.waits', { account: account.name })]
      : [note('letter.lined', { account: account.name, when: at, zone: input.zone })]
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    return [note('letter.not-lined', { account: account.name }), error.reason, note('letter.on-desk')]
  }
}
