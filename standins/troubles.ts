import type { Ask } from './http'
import { chanceFrom } from './readers'

/** What may go wrong on the way, set through the control page. */
export interface Trouble {
  /** Milliseconds before an answer. */
  slowMs?: number
  /** Cut the connection before the request is acted on. */
  cutBefore?: boolean
  /** Act on the request, then cut the connection: the answer is lost. */
  loseAnswer?: boolean
  /** Act on the request, then answer with a fault of the server's own. */
  failAfter?: boolean
  /** Answer this status in place of acting. */
  refuse?: { status: number; message: string; retryAfter?: number }
  /** Only requests that would post something meet it. */
  postsOnly?: boolean
  /** Only requests whose body holds these words meet it. */
  holding?: string
  /** How many requests it holds for; without it, until it is taken off. */
  times?: number
  /** Of all requests this share meets one of every kind of trouble, drawn from the seed. */
  mix?: { share: number; seed: number }
}

/** Every kind of trouble a mix has. Only the last says no for good. */
const KINDS: Trouble[] = [
  { slowMs: 400 },
  { cutBefore: true },
  { loseAnswer: true },
  { slowMs: 150, loseAnswer: true },
  { failAfter: true },
  { refuse: { status: 500, message: 'Something fell over.' } },
  { refuse: { status: 502, message: 'Bad gateway.' } },
  { refuse: { status: 503, message: 'Down for a moment.', retryAfter: 1 } },
  { refuse: { status: 429, message: 'Too many posts.', retryAfter: 1 } },
  { refuse: { status: 422, message: 'Not here, not ever.' } },
]

/** Whether a request's body holds these words, as JSON or as a form. */
const isHolding = ({ body }: Ask, words: string): boolean =>
  body.includes(words) || [...new URLSearchParams(body).values()].some((value) => value.includes(words))

/** The troubles that are set, host by host. */
export class Troubles {
  readonly #set = new Map<string, Trouble>()
  readonly #chances = new Map<string, () => number>()

  put(host: string, trouble: Trouble | null): void {
    this.#chances.delete(host)
    if (trouble) this.#set.set(host, trouble)
    else this.#set.delete(host)
  }

  all = (): Record<string, Trouble> => Object.fromEntries(this.#set)

  /** The trouble that a request meets, counted down; null where it meets none. */
  take(ask: Ask): Trouble | null {
    const trouble = this.#set.get(ask.host)
    if (
      !trouble ||
      (trouble.postsOnly && ask.method !== 'POST') ||
      (trouble.holding && !isHolding(ask, trouble.holding))
    )
      return null
    if (trouble.mix) return this.#drawn(ask.host, trouble.mix)
    if (trouble.times !== undefined && --trouble.times <= 0) this.#set.delete(ask.host)
    return { ...trouble }
  }

  #drawn(host: string, { share, seed }: { share: number; seed: number }): Trouble | null {
    const chance = this.#chances.get(host) ?? chanceFrom(seed)
    this.#chances.set(host, chance)
    if (chance() >= share) return null
    return KINDS[Math.floor(chance() * KINDS.length)]!
  }
}
