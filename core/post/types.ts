/** How one network takes posts. Lengths are in the network's own counting; ratio is width over height. */
export interface NetworkRules {
  id: string
  name: string
  limit: number
  maxTextBytes: number | null
  counting: 'weighted' | 'graphemes' | 'characters'
  linkLength: number | null
  mentionCounts: 'whole' | 'local'
  links: 'in-text' | 'attached' | 'reply' | 'button' | 'none'
  shortLinks: boolean
  hashtags: { max: number | null }
  embeds: 'one' | 'both'
  media: {
    kinds: ('picture' | 'video')[]
    min: number
    max: number
    ratioFrom: number
    ratioTo: number
    minWidth: number
    maxBytes: number
    descriptions: 'required' | 'wanted' | 'none'
  }
  boards: boolean
  audiences: string[]
  equalTextRefusedDays: number | null
  rate: { posts: number; perMinutes: number } | null
}

export interface Measure {
  length: number
  limit: number
  left: number
  /** UTF-8 bytes of the text. */
  bytes: number
  valid: boolean
  /** UTF-16 offset behind the last unit that still fits. */
  validTo: number
}

export interface Entity {
  kind: 'link' | 'mention' | 'hashtag'
  /** As it stands in the text. */
  text: string
  /** What it means: an address with its scheme, a name without `@`, a tag without `#`. */
  value: string
  start: number
  end: number
}

export interface Medium {
  kind: 'picture' | 'video'
  width: number
  height: number
  bytes: number
  description: string | null
  crop: { x: number; y: number; width: number; height: number } | null
}

export interface PostParts {
  /** The main text: what the curator says. */
  text: string
  /** This account's own wording, in place of the main text. */
  ownText: string | null
  hashtags: string[]
  credit: string | null
  link: string | null
  linkTitle: string | null
  media: Medium[]
  board: string | null
  audience: string | null
  language: string | null
}

export interface Proof {
  text: string
  measure: Measure
  entities: Entity[]
  link: string | null
  linkPlace: NetworkRules['links']
  media: Medium[]
  leftOut: { what: 'hashtag' | 'credit' | 'link'; text: string; because: string }[]
  offers: { does: string; text: string }[]
}
