import { settings } from '#server/platform/settings'
import { log } from '#server/platform/log'
import { sendMail } from '#server/platform/mail/mailOut'

/**
 * Sends a letter about their own sign-in to a person, where this installation sends mail. Nobody waits for
 * it, and what is done stays done where it does not arrive.
 */
export function writeTo(address: string, letter: { subject: string; text: string }): void {
  if (settings().smtp === null) return
  void sendMail({ to: [address], ...letter }).catch((error: unknown) =>
    log.warn({ error }, 'A letter about a sign-in could not be sent.'),
  )
}
