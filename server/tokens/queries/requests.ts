import type { Db } from '#server/platform/db'
import type { TokenRequestRow } from '../rows'

type Key = Pick<TokenRequestRow, 'token_id' | 'key'>

export const requestOf = (db: Db, { token_id, key }: Key): Promise<TokenRequestRow | undefined> =>
  db('token_requests').where({ token_id, key }).first()

export const insertRequest = async (db: Db, row: TokenRequestRow): Promise<void> => {
  await db('token_requests').insert(row)
}

export const answerRequest = async (db: Db, { token_id, key }: Key, answer_json: string): Promise<void> => {
  await db('token_requests').where({ token_id, key }).update({ answer_json })
}

export const forgetRequest = async (db: Db, { token_id, key }: Key): Promise<void> => {
  await db('token_requests').where({ token_id, key }).del()
}
