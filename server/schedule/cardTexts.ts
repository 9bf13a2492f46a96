import { sayPost } from '#shared/posts/messages'
import { stopsOf } from '#core/post'
import type { Db } from '#server/platform/db'
import { pillarsOf, type BrandRow } from '#server/people'
import { postsByIds, neutralContext, proofMaker, shortBase } from '#server/posts'
import type { AccountRow } from '#server/networks'
import { shortHash } from './plan'

/**
 * What a card shows of its proof: the text, and what the network would say against it whenever it goes out.
 */
export interface CardText {
  text: string
  problems: string[]
}

/**
 * Proofs are made once for each version of a post and of what its account and brand want: the Schedule asks
 * for the same ones again and again.
 */
const known = new Map<string, CardText>()
const MOST_KNOWN = 5_000

/** What a card shows: a place in line, or an evergreen's turn. */
export interface Shown {
  id: string
  post_id: string
  version: number
  account_id: string
  wording: number
  echo: number
}

/** Texts for these cards, by their ids. */
export async function cardTexts(
  db: Db,
  brand: BrandRow,
  accounts: AccountRow[],
  lines: Shown[],
): Promise<Map<string, CardText>> {
  const ofBrand = [
    brand.id,
    brand.name,
    brand.language,
    brand.writing_json,
    shortBase(),
    (await pillarsOf(db, brand.id)).map(({ id, name }) => [id, name]),
  ]
  const marks = new Map(
    accounts.map(({ id, rules_json, link_rule_json, handle }) => [
      id,
      shortHash([ofBrand, rules_json, link_rule_json, handle]),
    ]),
  )
  const keyOf = (line: Shown): string =>
    [line.post_id, line.version, line.account_id, line.wording, line.echo, marks.get(line.account_id)].join(
      ' ',
    )
  const missing = lines.filter((line) => !known.has(keyOf(line)))
  const found = new Map<string, CardText>()
  if (missing.length > 0) {
    const proofOf = await proofMaker(
      db,
      brand,
      await postsByIds(db, brand.id, [...new Set(missing.map((line) => line.post_id))]),
    )
    if (known.size + missing.length > MOST_KNOWN) known.clear()
    for (const line of missing) {
      const { parts, proof, rules } = proofOf(
        line.post_id,
        accounts.find(({ id }) => id === line.account_id)!,
        line.wording,
      )
      known.set(keyOf(line), {
        text: proof.text,
        problems: stopsOf(parts, proof, rules, neutralContext(brand)).map(({ message }) => sayPost(message)),
      })
    }
  }
  for (const line of lines) found.set(line.id, known.get(keyOf(line))!)
  return found
}
