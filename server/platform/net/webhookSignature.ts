import { createHmac, randomBytes } from 'node:crypto'

const PREFIX = 'whsec_'

/** A new secret in the form of Standard Webhooks: 24 random bytes. */
export const newWebhookSecret = (): string => PREFIX + randomBytes(24).toString('base64')

/**
 * The headers that sign a message (Standard Webhooks, standardwebhooks.com, "Symmetric signatures"): HMAC-
 * SHA256 over `id.timestamp.body`, by the bytes behind `whsec_` in the secret. `at` in milliseconds of the
 * machine's own time: who takes it compares it with their own clock.
 */
export function webhookHeaders(
  secret: string,
  message: { id: string; at: number; body: string },
): Record<string, string> {
  const timestamp = String(Math.floor(message.at / 1000))
  const signature = createHmac('sha256', Buffer.from(secret.slice(PREFIX.length), 'base64'))
    .update(`${message.id}.${timestamp}.${message.body}`)
    .digest('base64')
  return {
    'content-type': 'application/json',
    accept: 'application/json',
    'webhook-id': message.id,
    'webhook-timestamp': timestamp,
    'webhook-signature': `v1,${signature}`,
  }
}
