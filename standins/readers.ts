import type { Network } from './networks'
import type { NetworkPost } from './posts'

const MINUTE = 60_000
const HOUR = 3_600_000

/**
 * How the invented readers of a network are: how many see a post at all, and how they take to it. Known to
 * tests, never to the application.
 */
export interface Readers {
  /** Readers a post has by its hour of day (UTC), 24 numbers. */
  byHour: readonly number[]
  /** The share of those who see a post and like it, pass it on, or answer. */
  likes: number
  reshares: number
  answers: number
  /** How much more or less often they respond to posts of a kind. */
  kinds: { picture: number; question: number; plain: number }
  /** The share of them who follow a short link. */
  clicks: number
  /** Half of all responses come within so many minutes. */
  halfMinutes: number
}

const curve = (most: number, peaks: readonly [hour: number, width: number, height: number][]): number[] =>
  Array.from({ length: 24 }, (_, hour) => {
    const parts = peaks.map(([peak, width, height]) => {
      const apart = Math.min(Math.abs(hour - peak), 24 - Math.abs(hour - peak))
      return height * Math.exp(-((apart / width) ** 2))
    })
    return Math.round(most * (0.08 + parts.reduce((sum, part) => sum + part, 0)))
  })

export const READERS: Readonly<Record<string, Readers>> = {
  'chatterbrook.example': { byHour: curve(420, [[8, 1.5, 0.7], [20, 2.5, 1]]), likes: 0.016, reshares: 0.006, answers: 0.002, kinds: { picture: 1.5, question: 1.2, plain: 1 }, clicks: 0.035, halfMinutes: 25 }, // prettier-ignore
  'commonfire.example': { byHour: curve(160, [[12, 2, 0.5], [21, 2, 1]]), likes: 0.04, reshares: 0.02, answers: 0.01, kinds: { picture: 1.3, question: 1.8, plain: 1 }, clicks: 0.05, halfMinutes: 90 }, // prettier-ignore
  'guildhall.example': { byHour: curve(240, [[8, 1.2, 1], [13, 1, 0.5]]), likes: 0.022, reshares: 0.004, answers: 0.005, kinds: { picture: 1.1, question: 1.4, plain: 1 }, clicks: 0.045, halfMinutes: 180 }, // prettier-ignore
  'mantel.example': { byHour: curve(300, [[21, 3, 1]]), likes: 0.03, reshares: 0.012, answers: 0.001, kinds: { picture: 1, question: 1, plain: 1 }, clicks: 0.02, halfMinutes: 720 }, // prettier-ignore
  'lanternway.example': { byHour: curve(200, [[19, 3, 1]]), likes: 0.03, reshares: 0.01, answers: 0.006, kinds: { picture: 1.2, question: 1.6, plain: 1 }, clicks: 0.04, halfMinutes: 60 }, // prettier-ignore
} // prettier-ignore

/**
 * How much more or less often readers respond by what a post is about: by its hashtag, and by whom it credits.
 */
const TOPICS: Readonly<Record<string, number>> = {
  '#opennight': 0.25,
  '#explained': 1.7,
  '#weekend': 0.9,
  '#classes': 0.5,
  '#baking': 1.6,
  '@lanternreview': 1.5,
  '@orbitandlens': 0.7,
}

const topicFactor = (text: string): number =>
  Object.entries(TOPICS).reduce((factor, [word, times]) => (text.includes(word) ? factor * times : factor), 1)

export interface Responses {
  likes: number
  reshares: number
  answers: { by: string; text: string; at: number }[]
}

export type PostKind = keyof Readers['kinds']
export const kindOf = (post: Pick<NetworkPost, 'text' | 'pictures'>): PostKind =>
  post.pictures.length > 0 ? 'picture' : post.text.includes('?') ? 'question' : 'plain'

/**
 * What a network's readers did with a post until now. Each reader's chance is drawn from the seed and the
 * post's number, so that the same post at the same hour has the same responses, whenever one looks.
 */
export function responsesTo(network: Network, post: NetworkPost, now: number, seed = 1): Responses {
  const readers = READERS[network.host]
  if (!readers) return { likes: 0, reshares: 0, answers: [] }
  const factor = readers.kinds[kindOf(post)] * topicFactor(post.text)
  const chance = chanceFrom(hashOf(`${seed} ${network.host} ${post.id} ${post.at}`))
  const found: Responses = { likes: 0, reshares: 0, answers: [] }
  const many = readers.byHour[new Date(post.at).getUTCHours()]!
  for (let reader = 0; reader < many; reader++) {
    const [what, when] = [chance(), chance()]
    const at =
      post.at + Math.min(14 * 24 * HOUR, (-Math.log(1 - when) / Math.LN2) * readers.halfMinutes * MINUTE)
    const answers = readers.answers * factor
    const reshares = answers + readers.reshares * factor
    if (at > now) continue
    if (what < answers)
      found.answers.push({
        by: NAMES[reader % NAMES.length]!,
        text: ANSWERS[Math.floor(when * ANSWERS.length)]!,
        at,
      })
    else if (what < reshares) found.reshares++
    else if (what < reshares + readers.likes * factor) found.likes++
  }
  found.answers.sort((a, b) => a.at - b.at)
  return found
}

/** When readers follow a post's short link, in order: drawn like what else they do, apart from it. */
export function clicksOn(network: Network, post: NetworkPost, seed = 1): number[] {
  const readers = READERS[network.host]
  if (!readers) return []
  const factor = readers.kinds[kindOf(post)] * topicFactor(post.text)
  const chance = chanceFrom(hashOf(`clicks ${seed} ${network.host} ${post.id} ${post.at}`))
  const times: number[] = []
  for (let reader = readers.byHour[new Date(post.at).getUTCHours()]!; reader > 0; reader--) {
    const [what, when] = [chance(), chance()]
    if (what < readers.clicks * factor)
      times.push(
        post.at + Math.min(14 * 24 * HOUR, (-Math.log(1 - when) / Math.LN2) * readers.halfMinutes * MINUTE),
      )
  }
  return times.sort((a, b) => a - b)
}

/** How many follow an account: more by the day, a little up and down, and fewer now and then. */
export function followersOf(network: Network, accountId: string, now: number, start: number): number {
  const day = Math.floor((now - start) / (24 * HOUR))
  const chance = chanceFrom(hashOf(`followers ${network.host} ${accountId}`))
  const [base, growth] = [800 + Math.floor(chance() * 2_600), 1 + chance() * 7]
  const wave = Math.round(Math.sin(day / 3 + chance() * 6) * 4)
  // One day thirty left, and did not come back.
  return Math.max(0, Math.round(base + day * growth + wave - (day > -9 ? 30 : 0)))
}

const NAMES = ['Perpetua Lind', 'Osric Vane', 'Mirela Toth', 'Janko Pell', 'Agnes Quillfeather', 'Teo Marsh']
const ANSWERS = [
  'Did not know that.',
  'Where was this taken?',
  'Passing this on at work.',
  'More of these, please.',
  'Is there a longer version?',
  'Quite so.',
]

function hashOf(text: string): number {
  let hash = 2166136261
  for (const unit of text) hash = Math.imul(hash ^ unit.codePointAt(0)!, 16777619)
  return hash >>> 0
}

/** Numbers from 0 up to 1, the same for the same seed (mulberry32, public domain). */
export function chanceFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
