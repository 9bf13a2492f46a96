import { v7 as uuid } from 'uuid'
import { readTexts } from '#shared/platform/json'
import { now, realNow } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { MailRefused } from '#server/platform/mail/mailboxes'
import { insertLetter } from './queries/letters'
import type { LetterBoxRow } from './rows'
import type { LetterHead } from './readLetter'
import { readLetterHeadTask } from './tasks'

/**
 * Keeps a letter until it is dealt with, once however often it comes. Throws MailRefused where it is from
 * nobody who was named, or the answer of a machine: whoever sent it is told by their own mail server.
 */
export async function takeLetter(box: LetterBoxRow, raw: Uint8Array): Promise<void> {
  const head = await headOf(box, raw)
  if (head.sender === null) throw new MailRefused(550, 'The mail does not say whom it is from')
  if (!readTexts(box.senders_json).includes(head.sender))
    throw new MailRefused(550, 'This address takes no mail from there')
  if (head.isAnswer) throw new MailRefused(550, 'No automatic answers here')
  await inTransaction((db) =>
    insertLetter(db, {
      id: uuid(),
      box_id: box.id,
      message_id: head.id,
      at: now(),
      sender: head.sender!,
      subject: head.subject,
      raw: Buffer.from(raw),
      state: 'waiting',
      next_try_at: realNow(),
      message: null,
      clipping_id: null,
      answered_at: null,
    }),
  )
}

async function headOf(box: LetterBoxRow, raw: Uint8Array): Promise<LetterHead> {
  try {
    return await runInThread('background', [`brand:${box.brand_id}`], readLetterHeadTask, raw)
  } catch (error) {
    if (error instanceof TaskStopped)
      throw new MailRefused(552, 'The mail takes more to read than an honest one')
    throw error
  }
}
