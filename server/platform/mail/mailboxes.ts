/** Something that mail can be sent to. */
export interface Mailbox {
  /** Throws MailRefused where it takes no more today. */
  requireRoom: () => Promise<void>
  /** Takes a letter, for good once this returns. Throws MailRefused. */
  take: (raw: Uint8Array) => Promise<void>
}

/** Why a mail is not taken, as SMTP says it (RFC 5321 §4.2): for good, or for today. */
export class MailRefused extends Error {
  readonly responseCode: number

  constructor(responseCode: number, message: string) {
    super(message)
    this.responseCode = responseCode
  }
}

type Find = (address: string) => Promise<Mailbox | null>
const finders: Find[] = []

/**
 * Lets a subject take mail: `find` knows its addresses. Called as the process starts (a subject's
 * register.ts).
 */
export const defineMailbox = (find: Find): void => void finders.push(find)

/** What takes mail at an address; null for nothing. */
export async function mailboxAt(address: string): Promise<Mailbox | null> {
  for (const find of finders) {
    const found = await find(address)
    if (found) return found
  }
  return null
}
