import { fillHook, parseHookPattern } from '#core/hookPattern'
import type { Message } from '#core/message'
import { quoted, say } from '#shared/messages'
import * as words from '#shared/words'
import { problem, ProblemError } from '#server/platform/http/problem'
import { messagesOf, type StoredMessages } from '#server/platform/db/messages'
import { sendMail } from '#server/platform/mail/mailOut'
import { httpRequest } from '#server/platform/net/httpRequest'
import { unseal } from '#server/platform/secrets'
import { settings } from '#server/platform/settings'
import type { NoticeRow } from './rows'

const MOST_IN_A_MESSAGE = 20

/** Where notices go: a chat hook, and mail addresses that were confirmed. */
export interface Ways {
  hook: { sealed: string; pattern: string } | null
  mail: string[]
}

/** What is told, once, in one message. */
export interface Told {
  subject: string
  text: string
  brand: string
  /** The screen that shows it, where the installation is told its own address. */
  link: string
  count: number
}

/** Some notices as one message. */
export function toldOf(brand: string, notices: NoticeRow[]): Told {
  const shown = notices
    .slice(0, MOST_IN_A_MESSAGE)
    .map(({ title, message, link }) =>
      [said(title), said(message), addressOf(link)].filter(Boolean).join('\n'),
    )
  const left = notices.length - shown.length
  const first = notices.length === 1 ? notices[0]!.link : '/day'
  return {
    subject: words.notice.message(brand, notices.length),
    text: [...shown, ...(left > 0 ? [words.notice.more(left)] : [])].join('\n\n'),
    ...{ brand, link: addressOf(first), count: notices.length },
  }
}

const said = (stored: StoredMessages): string => say(messagesOf(stored))
const addressOf = (link: string): string => {
  const { publicUrl } = settings()
  return publicUrl === null ? '' : `${publicUrl}${link}`
}

/** Tells it each way there is. Gives why a way failed, or null. */
export async function tellEverywhere({ hook, mail }: Ways, told: Told): Promise<Message[] | null> {
  const failures: Message[] = []
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work()
    } catch (error) {
      failures.push(error instanceof ProblemError ? error.reason : quoted(wordsOfError(error)))
    }
  }
  if (hook) await attempt(() => tellHook(unseal(hook.sealed), hook.pattern, told))
  if (mail.length > 0) await attempt(() => sendMail({ to: mail, subject: told.subject, text: told.text }))
  return failures.length === 0 ? null : failures
}

const wordsOfError = (error: unknown): string => (error instanceof Error ? error.message : String(error))

async function tellHook(address: string, pattern: string, told: Told): Promise<void> {
  const answer = await httpRequest(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: fillHook(parseHookPattern(pattern), {
      ...{ title: told.subject, text: `${told.subject}\n\n${told.text}`, brand: told.brand, link: told.link },
      count: String(told.count),
    }),
  })
  if (answer.status >= 300) throw problem('hookRefused', new URL(address).hostname, answer.status)
}
