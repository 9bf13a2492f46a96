import { toInstant } from '#core/instant'
import { localDay } from '#core/post/localDay'
import type { DraftLanguage, DraftUse } from '#shared/drafting/types'
import { brandById } from '#server/people'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { unseal } from '#server/platform/secrets'
import { draftingOf, usedIn } from './queries/drafting'

/** The model that writes for a brand, with what lets one in. */
export interface Model {
  brandId: string
  address: string
  host: string
  /** Null where its server wants none. */
  key: string | null
  name: string
  language: DraftLanguage | null
  freedom: number
  answerTokens: number
  monthTokens: number
}

/** A brand's model; null where none is set. */
export async function modelOf(db: Db, brandId: string): Promise<Model | null> {
  const row = await draftingOf(db, brandId)
  if (!row || row.address_sealed === null) return null
  return {
    ...{ brandId, address: unseal(row.address_sealed), host: row.host, name: row.model },
    key: row.key_sealed === null ? null : unseal(row.key_sealed),
    ...{ language: row.language, freedom: row.freedom },
    ...{ answerTokens: row.answer_tokens, monthTokens: row.month_tokens },
  }
}

/** The month that goes on, of a brand's zone: `2027-03`. */
export const monthOf = async (db: Db, brandId: string): Promise<string> =>
  localDay(toInstant(now()), (await brandById(db, brandId))?.zone ?? 'UTC').slice(0, 7)

/** What a brand's model took in the month that goes on. */
export async function useOf(db: Db, brandId: string): Promise<DraftUse> {
  const month = await monthOf(db, brandId)
  return { month, ...((await usedIn(db, brandId, month)) ?? { tokens: 0, requests: 0 }) }
}
