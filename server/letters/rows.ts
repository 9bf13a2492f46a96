import type { LetterBecomes, LetterView } from '#shared/letters/types'
import { blob, messages, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** Secret addresses for letters: one for each person and brand. */
export const LETTER_BOXES = tableOf('letter_boxes', {
  id: text(),
  brand_id: text(),
  person_id: text(),
  /** What the key in its address is derived from. */
  nonce: text(),
  senders_json: text(),
  becomes: text<LetterBecomes>(),
  accounts_json: text(),
  by_link: whole<0 | 1>(),
  answers: whole<0 | 1>(),
  version: whole().orDefault(),
})
export type LetterBoxRow = RowOf<typeof LETTER_BOXES>

export const LETTERS = tableOf('letters', {
  id: text(),
  box_id: text(),
  /** Its Message-ID, or one made of it: what comes twice is dealt with once. */
  message_id: text(),
  at: whole(),
  sender: text(),
  subject: text(),
  /** The letter as it came, until it is dealt with. */
  raw: blob().orNull(),
  state: text<LetterView['state']>(),
  tries: whole().orDefault(),
  /** When it is looked at; null where nothing is left to do. */
  next_try_at: whole().orNull(),
  message: messages().orNull(),
  clipping_id: text().orNull(),
  answered_at: whole().orNull(),
})
export type LetterRow = RowOf<typeof LETTERS>

declare module 'knex/types/tables' {
  interface Tables {
    letter_boxes: TableType<typeof LETTER_BOXES>
    letters: TableType<typeof LETTERS>
  }
}
