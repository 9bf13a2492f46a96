import { createHash } from 'node:crypto'
import { parseJson } from '#shared/platform/json'
import { realNow } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import * as store from './queries/requests'

/** Visible ASCII (draft-ietf-httpapi-idempotency-key-header leaves the form to the server). */
const KEY = /^[\x21-\x7e]{1,255}$/

/**
 * Does what a program asks for under a key of its own once, and answers the same again for a day: whoever got
 * no answer asks again without fear. What was refused may be asked again. Throws `badKey`; `keyReused` where
 * the key stood for something else; `keyGoing` while it has no answer, also where the process was cut off.
 */
export async function once<A>(
  { tokenId, key, asked }: { tokenId: string; key: string; asked: string },
  work: () => Promise<A>,
): Promise<A> {
  if (!KEY.test(key)) throw problem('badKey')
  const id = { token_id: tokenId, key }
  const hash = createHash('sha256').update(asked).digest('hex')
  const known = await inTransaction(async (db) => {
    const row = await store.requestOf(db, id)
    if (!row) await store.insertRequest(db, { ...id, hash, answer_json: null, at: realNow() })
    return row
  })
  if (known && known.hash !== hash) throw problem('keyReused')
  if (known && known.answer_json === null) throw problem('keyGoing')
  // It is what we answered ourselves.
  if (known) return parseJson(known.answer_json!) as A
  try {
    const answer = await work()
    await inTransaction((db) => store.answerRequest(db, id, JSON.stringify(answer ?? null)))
    return answer
  } catch (error) {
    await inTransaction((db) => store.forgetRequest(db, id))
    throw error
  }
}
