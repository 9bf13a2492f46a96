import type { ChatMessage } from '#shared/drafting/types'
import { announce } from '#server/platform/changes/announce'
import { inTransaction } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { NoResponse } from '#server/platform/net/httpRequest'
import { addUse, usedIn } from './queries/drafting'
import { monthOf, type Model } from './model'

/** Characters of a token where nobody counted them (common practice; other scripts have fewer). */
const CHARACTERS = 4

/** About how many tokens messages are. */
export const tokensOf = (messages: readonly ChatMessage[]): number =>
  messages.reduce((sum, { content }) => sum + Math.ceil(content.length / CHARACTERS) + 4, 0)

/** A server that counts more than this for what we asked is not believed. */
const MOST_TIMES = 4

const shown = (count: number): string => count.toLocaleString('en')

/**
 * Asks a model within what the brand allows for a month: `most` tokens are taken before, so that several at
 * once, of several processes too, never pass the ceiling, and what was not needed is given back behind. Who
 * is killed in between gives nothing back. Throws `modelCeiling`, and what `work` throws.
 */
export async function withTokens<T extends { tokens: number }>(
  { brandId, monthTokens }: Pick<Model, 'brandId' | 'monthTokens'>,
  most: number,
  work: () => Promise<T>,
): Promise<T> {
  const month = await inTransaction(async (db) => {
    const current = await monthOf(db, brandId)
    const { tokens } = (await usedIn(db, brandId, current)) ?? { tokens: 0 }
    if (tokens + most > monthTokens) throw problem('modelCeiling', shown(tokens), shown(monthTokens))
    await addUse(db, brandId, current, { tokens: most, requests: 1 })
    return current
  })
  let used = 0
  try {
    const done = await work()
    used = Math.min(done.tokens, most * MOST_TIMES)
    return done
  } catch (error) {
    // Whoever reads what we sent and gives no answer may count it all the same.
    if (error instanceof NoResponse && error.reached) used = most
    throw error
  } finally {
    await inTransaction(async (db) => {
      await addUse(db, brandId, month, { tokens: used - most, requests: 0 })
      await announce(db, brandId, 'drafting', brandId)
    })
  }
}
