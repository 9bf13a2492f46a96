import { note } from '#shared/messages'
import * as words from '#shared/words'
import type { HandedOn } from '#shared/recipients/types'
import { confirmedOf } from '#server/notices'
import { useDb } from '#server/platform/db'
import { log } from '#server/platform/log'
import { sendMail } from '#server/platform/mail/mailOut'
import { settings } from '#server/platform/settings'
import { asHandedOn } from '../rowJson'
import { TAKEN, type Attempt, type OnTheWay, type WayOut } from './attempt'

/** Characters of a text that a letter begins with, and of a title in its subject. */
const TEXT = 4_000
const SUBJECT = 200

/** Writes to each address that was confirmed, alone: nobody sees who else is written to. */
export async function toMail({ brandId, mail }: WayOut, { data }: OnTheWay): Promise<Attempt> {
  if (settings().smtp === null) return put([note('handed.no-mail')])
  const to = await confirmedOf(await useDb(), brandId, mail)
  if (to.length === 0) return put([note('handed.unconfirmed')])
  const letter = letterOf(asHandedOn(data))
  for (const address of to) {
    try {
      await sendMail({ to: [address], ...letter })
    } catch (error) {
      log.warn({ error }, 'What was handed on could not be sent by mail.')
      return put([note('handed.mail-failed')])
    }
  }
  return TAKEN
}

const put = (message: Attempt['message']): Attempt => ({
  ...{ verdict: 'again', status: null, waitMs: null },
  message,
})

/** The letter about what was handed on. */
export function letterOf(thing: HandedOn): { subject: string; text: string } {
  const labels = words.recipients.letter
  const begins = thing.text.length > TEXT ? `${thing.text.slice(0, TEXT).trimEnd()} …` : thing.text
  const from = [thing.source, thing.author].filter(Boolean).join(', ')
  const parts = [
    thing.note,
    [thing.title, from].filter(Boolean).join('\n'),
    thing.url ?? '',
    thing.quote === '' ? begins : `“${thing.quote}”`,
    thing.tags.length === 0 ? '' : labels.tags(thing.tags),
    labels.foot(thing.brand, thing.by, thing.order),
  ]
  const title = (thing.title || labels.noTitle).replace(/\s+/g, ' ')
  return {
    subject: labels.subject(thing.brand, title).slice(0, SUBJECT),
    text: parts.filter((part) => part !== '').join('\n\n'),
  }
}
