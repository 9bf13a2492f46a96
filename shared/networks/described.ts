import type { NetworkRules } from '#core/post/types'

/** The shapes that a network takes pictures in, as width over height: from the narrowest to the widest. */
export const SHAPES = {
  any: { ratioFrom: 0, ratioTo: 100 },
  square: { ratioFrom: 1, ratioTo: 1 },
  feed: { ratioFrom: 0.8, ratioTo: 1.91 },
  upright: { ratioFrom: 0.5, ratioTo: 0.8 },
} as const
export type Shape = keyof typeof SHAPES

/** Bytes of a picture for a network that states no limit (common practice). */
const PICTURE_BYTES = 5_000_000

/** How a network takes posts, as a person describes it. */
export interface NetworkFacts {
  name: string
  limit: number
  counting: NetworkRules['counting']
  /** What each link counts; null where it counts as long as it is. */
  linkLength: number | null
  links: NetworkRules['links']
  /** Null for any number. */
  hashtags: number | null
  picturesMin: number
  picturesMax: number
  shape: Shape
  descriptions: NetworkRules['media']['descriptions']
  /** Days in which it refuses a text that it has already; null where it does not. */
  repeatDays: number | null
}

/** The rules of a described network. */
export const rulesOfFacts = (id: string, facts: NetworkFacts): NetworkRules => ({
  id,
  name: facts.name,
  limit: facts.limit,
  maxTextBytes: null,
  counting: facts.counting,
  linkLength: facts.linkLength,
  mentionCounts: 'whole',
  links: facts.links,
  linkPlaces: facts.links === 'in-text' ? ['reply'] : facts.links === 'attached' ? ['in-text'] : [],
  shortLinks: true,
  hashtags: { max: facts.hashtags },
  embeds: 'both',
  media: {
    kinds: ['picture'],
    min: facts.picturesMin,
    max: facts.picturesMax,
    ...SHAPES[facts.shape],
    minWidth: 0,
    maxBytes: PICTURE_BYTES,
    descriptions: facts.descriptions,
  },
  boards: false,
  audiences: [],
  equalTextRefusedDays: facts.repeatDays,
  rate: null,
})

const isShape = (shape: Shape, { ratioFrom, ratioTo }: NetworkRules['media']): boolean =>
  SHAPES[shape].ratioFrom === ratioFrom && SHAPES[shape].ratioTo === ratioTo

/** The facts from which such rules were made. */
export const factsOfRules = (rules: NetworkRules): NetworkFacts => ({
  name: rules.name,
  limit: rules.limit,
  counting: rules.counting,
  linkLength: rules.linkLength,
  links: rules.links,
  hashtags: rules.hashtags.max,
  picturesMin: rules.media.min,
  picturesMax: rules.media.max,
  shape: (Object.keys(SHAPES) as Shape[]).find((shape) => isShape(shape, rules.media)) ?? 'any',
  descriptions: rules.media.descriptions,
  repeatDays: rules.equalTextRefusedDays,
})

type Kind = Omit<NetworkFacts, 'name'> & { perDay: number | null }

const plain: Kind = {
  limit: 500,
  counting: 'characters',
  linkLength: null,
  links: 'in-text',
  hashtags: null,
  picturesMin: 0,
  picturesMax: 4,
  shape: 'any',
  descriptions: 'wanted',
  repeatDays: null,
  perDay: null,
}

/** What a described network begins with: the usual limits and habits of its kind (common practice). */
export const KINDS = {
  short: { ...plain, limit: 280, counting: 'weighted', linkLength: 23, hashtags: 2 },
  notes: plain,
  trade: { ...plain, limit: 3000, links: 'attached', hashtags: 5, picturesMax: 9, perDay: 2 },
  group: { ...plain, limit: 5000, hashtags: 0, picturesMax: 10, perDay: 1, repeatDays: 30 },
  pictures: {
    ...plain,
    limit: 2200,
    links: 'none',
    hashtags: 10,
    picturesMin: 1,
    picturesMax: 10,
    shape: 'feed',
    perDay: 2,
  },
  board: { ...plain, links: 'button', picturesMin: 1, picturesMax: 1, shape: 'upright', hashtags: 5 },
} as const satisfies Record<string, Kind>
export type NetworkKind = keyof typeof KINDS
