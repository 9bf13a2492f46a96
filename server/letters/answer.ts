import * as words from '#shared/words'
import { brandById } from '#server/people'
import { realNow } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { log } from '#server/platform/log'
import { sendMail } from '#server/platform/mail/mailOut'
import { settings } from '#server/platform/settings'
import { updateLetter } from './queries/letters'
import type { Letter } from './readLetter'
import type { LetterBoxRow, LetterRow } from './rows'

/**
 * Tells a letter's sender what became of it, once: a letter is noted as answered before the answer goes out,
 * so that no fault can send two (RFC 3834 §2).
 */
export async function answerLetter(
  box: LetterBoxRow,
  row: LetterRow,
  letter: Letter,
  message: string,
): Promise<void> {
  const { smtp, publicUrl } = settings()
  if (smtp === null || row.answered_at !== null) return
  const brand = await brandById(await useDb(), box.brand_id)
  if (!brand) return
  await inTransaction((db) => updateLetter(db, row.id, { answered_at: realNow() }))
  const { answer } = words.letters
  const link = publicUrl === null ? null : `${publicUrl}/clippings`
  await sendMail({
    to: [row.sender],
    subject: answer.subject(letter.subject),
    text: answer.text(brand.name, message, link),
    answers: letter.id,
  }).catch((error: unknown) => log.warn({ error }, 'A letter could not be answered.'))
}
