import { createHmac } from 'node:crypto'
import type { Ask, Reply } from './http'

interface Subscription {
  callback: string
  secret: string | null
}

/**
 * A WebSub hub (W3C Recommendation): confirms who subscribes by a challenge and hands on what is announced,
 * signed.
 */
export class Hub {
  readonly #subscriptions = new Map<string, Subscription>()

  /** Takes a request to subscribe; it counts once the callback has answered the challenge. */
  async answer(ask: Ask): Promise<Reply> {
    const form = new URLSearchParams(ask.body)
    const [topic, callback] = [form.get('hub.topic'), form.get('hub.callback')]
    if (ask.method !== 'POST' || form.get('hub.mode') !== 'subscribe' || !topic || !callback)
      return { status: 400, body: 'Not a subscription.' }
    const challenge = `challenge-${this.#subscriptions.size}-${topic.length}`
    const query = new URLSearchParams({
      'hub.mode': 'subscribe',
      'hub.topic': topic,
      'hub.challenge': challenge,
      'hub.lease_seconds': form.get('hub.lease_seconds') ?? '86400',
    })
    setTimeout(() => {
      void fetch(`${callback}?${query.toString()}`).then(async (answer) => {
        if (answer.status === 200 && (await answer.text()) === challenge)
          this.#subscriptions.set(topic, { callback, secret: form.get('hub.secret') })
      })
    }, 10)
    return { status: 202, body: '' }
  }

  /**
   * Hands new content to who subscribed to a topic; `secret` replaces the one agreed on. Gives the callback's
   * status, 0 without any.
   */
  async announce(topic: string, body: string, secret?: string): Promise<number> {
    const subscription = this.#subscriptions.get(topic)
    if (!subscription) return 0
    const digest = createHmac('sha256', secret ?? subscription.secret ?? '')
      .update(body)
      .digest('hex')
    const answer = await fetch(subscription.callback, {
      method: 'POST',
      headers: { 'content-type': 'application/rss+xml', 'x-hub-signature': `sha256=${digest}` },
      body,
    })
    return answer.status
  }
}
