import { request } from 'node:http'
import type { Network } from './networks'
import type { NetworkPost } from './posts'
import { chanceFrom, clicksOn } from './readers'
import type { Timeline } from './timeline'

const AT_ONCE = 12
const BROWSERS = [
  'Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0',
  'Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Mobile/15E148 Safari/604.1',
  'Mozilla/5.0 (Linux; Android 14; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/129.0.0.0 Mobile Safari/537.36',
  'Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/129.0.0.0 Safari/537.36',
]
/** What a network sends to see where a link leads: nobody's click. */
const FETCHER = 'StandInCardFetcher/1.0 (+https://chatterbrook.example/bot)'

interface Click {
  path: string
  host: string
  at: number
  browser: string
  place: string
}

/** Readers who follow short links, each at its time, once they are told where those are answered. */
export class ClickingReaders {
  /** Where short links are answered, such as `http://127.0.0.1:4300`; null for readers who click nothing. */
  at: string | null = null
  /** Per post: its clicks in order, those made taken off. */
  readonly #left = new Map<string, Click[]>()
  made = 0

  /** Makes all clicks that are due by now, and waits for their answers. */
  async click(timelines: Iterable<Timeline>, now: number): Promise<void> {
    if (this.at === null) return
    const due: Click[] = []
    for (const timeline of timelines)
      for (const post of timeline.posts) {
        const left = this.#clicksOf(timeline.network, post)
        while (left.length > 0 && left[0]!.at <= now) due.push(left.shift()!)
      }
    for (let first = 0; first < due.length; first += AT_ONCE)
      await Promise.all(due.slice(first, first + AT_ONCE).map((click) => this.#follow(click)))
  }

  #clicksOf(network: Network, post: NetworkPost): Click[] {
    const key = `${network.host} ${post.accountId} ${post.id}`
    const known = this.#left.get(key)
    if (known) return known
    const path = /https?:\/\/[^\s/]+(\/r\/[a-z0-9]+)/.exec(`${post.text} ${post.link ?? ''}`)?.[1]
    const chance = chanceFrom(post.at)
    const clicks = path
      ? [post.at, ...clicksOn(network, post)].map((at, number) => ({
          path,
          host: network.host,
          at,
          browser: number === 0 ? FETCHER : BROWSERS[Math.floor(chance() * BROWSERS.length)]!,
          place: `198.51.${Math.floor(chance() * 256)}.${Math.floor(chance() * 254) + 1}`,
        }))
      : []
    this.#left.set(key, clicks)
    return clicks
  }

  /** A link that gives no answer is not followed again. */
  #follow({ path, host, browser, place }: Click): Promise<void> {
    this.made++
    return new Promise((resolve) => {
      const asking = request(
        `${this.at}${path}`,
        {
          headers: {
            'user-agent': browser,
            referer: `https://${host}/`,
            'x-forwarded-for': place,
            'sec-fetch-mode': 'navigate',
          },
        },
        (answer) => answer.resume().on('close', resolve),
      )
      asking.on('error', () => resolve()).end()
    })
  }
}
