import { TRIAL } from '#shared/drafting/prompt'
import type { DraftingView, DraftLanguage } from '#shared/drafting/types'
import type { Undoable } from '#shared/platform/types'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { realNow } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem, ProblemError } from '#server/platform/http/problem'
import { routeTo, webAddress } from '#server/platform/net/address'
import { seal, unseal } from '#server/platform/secrets'
import { askChat } from './chat'
import { modelOf, useOf } from './model'
import { draftingOf } from './queries/drafting'
import type { DraftingRow } from './rows'
import { tokensOf, withTokens } from './spending'

/** What a brand has before it says anything. */
const USUAL = {
  ...{ language: null, freedom: 40, answer_tokens: 300, month_tokens: 200_000 },
  ...{ price_cents: null, currency: null, version: 0 },
} as const
const NO_MODEL = { host: '', address_sealed: null, key_sealed: null, model: '' } as const

/** How a brand's drafts are written. */
export async function draftingView(brandId: string): Promise<DraftingView> {
  const db = await useDb()
  const row = { ...NO_MODEL, ...USUAL, ...(await draftingOf(db, brandId)) }
  return {
    ...{ host: row.host, model: row.model, hasKey: row.key_sealed !== null, language: row.language },
    ...{ freedom: row.freedom, answerTokens: row.answer_tokens, monthTokens: row.month_tokens },
    price: row.price_cents === null ? null : row.price_cents / 100,
    currency: row.currency ?? 'EUR',
    ...{ used: await useOf(db, brandId), version: row.version },
  }
}

export interface ModelInput {
  address: string
  key: string
  model: string
  language: DraftLanguage | null
  freedom: number
  answerTokens: number
  monthTokens: number
  price: number | null
  currency: string
  version: number
}

/** Where chat completions are asked for, from what somebody typed: with or without the end of it. */
async function chatAddress(typed: string): Promise<URL> {
  try {
    const url = webAddress(typed)
    url.hash = ''
    if (!url.pathname.endsWith('/chat/completions'))
      url.pathname = `${url.pathname.replace(/\/$/, '')}/chat/completions`
    await routeTo(url)
    return url
  } catch (error) {
    throw error instanceof ProblemError && !error.body.errors ? error.at('address') : error
  }
}

/**
 * Sets a brand's model. An address or key left empty stays; a key is for the server it was given for. Throws
 * `stale`, and at their fields what is wrong.
 */
export async function saveModel(actor: Actor, input: ModelInput): Promise<Undoable> {
  const url = input.address === '' ? null : await chatAddress(input.address)
  const { historyId } = await changeUndoably(actor, 'drafting', actor.brandId, async (db, tracked) => {
    const row = await draftingOf(db, actor.brandId)
    if ((row?.version ?? 0) !== input.version) throw problem('stale')
    if (!url && !row?.address_sealed) throw problem('noAddress', '').at('address')
    const before = row?.address_sealed ? new URL(unseal(row.address_sealed)).origin : null
    const isElsewhere = url !== null && before !== null && before !== url.origin
    if (isElsewhere && input.key === '' && row?.key_sealed) throw problem('modelKeyWanted').at('key')
    await tracked.put(
      'drafting',
      { brand_id: actor.brandId },
      {
        ...{ ...NO_MODEL, ...kept(row) },
        ...(url ? { host: url.host, address_sealed: seal(url.href) } : {}),
        ...(input.key === '' ? {} : { key_sealed: seal(input.key) }),
        ...{ model: input.model, language: input.language, freedom: input.freedom },
        ...{ answer_tokens: input.answerTokens, month_tokens: input.monthTokens },
        price_cents: input.price === null ? null : Math.round(input.price * 100),
        currency: input.currency,
        version: input.version + 1,
      },
    )
  })
  return { historyId }
}

const kept = (row: DraftingRow | undefined): Partial<typeof NO_MODEL> | Partial<DraftingRow> =>
  row ? { host: row.host, address_sealed: row.address_sealed, key_sealed: row.key_sealed } : {}

/** Sends nothing to the brand's model any more. Throws `noModel` where there is none, and `stale`. */
export async function removeModel(actor: Actor, version: number): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'drafting', actor.brandId, async (db, tracked) => {
    const row = await draftingOf(db, actor.brandId)
    if (!row?.address_sealed) throw problem('noModel')
    if (row.version !== version) throw problem('stale')
    await tracked.update('drafting', { brand_id: actor.brandId }, { ...NO_MODEL, version: version + 1 })
  })
  return { historyId }
}

const TRIAL_TOKENS = 50

/** Asks the model for a word. Throws `noModel`, and what went wrong. */
export async function tryModel(brandId: string): Promise<{ text: string; ms: number }> {
  const model = await modelOf(await useDb(), brandId)
  if (!model) throw problem('noModel')
  const begun = realNow()
  const { text } = await withTokens(model, tokensOf(TRIAL) + TRIAL_TOKENS, () =>
    askChat({ ...model, answerTokens: TRIAL_TOKENS }, TRIAL, () => undefined, AbortSignal.timeout(60_000)),
  )
  return { text: text.trim().slice(0, 80), ms: realNow() - begun }
}
