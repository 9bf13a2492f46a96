import type { Message } from '../message'
import type { Instant } from '../instant'
import type { CampaignMarks } from '../url/campaign'

/**
 * Where a link stands: in the text, as a card, in the first reply, behind a button or the picture, or
 * nowhere.
 */
export type LinkPlace = 'in-text' | 'attached' | 'reply' | 'button' | 'none'

/** How one network takes posts. Lengths are in the network's own counting; ratio is width over height. */
export interface NetworkRules {
  id: string
  name: string
  limit: number
  maxTextBytes: number | null
  counting: 'weighted' | 'graphemes' | 'characters'
  linkLength: number | null
  mentionCounts: 'whole' | 'local'
  links: LinkPlace
  /** Other places a link may stand in there, besides its usual one. */
  linkPlaces?: LinkPlace[]
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
  /** Whether a post may name a board that is made as it goes out. */
  newBoards?: boolean
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

/** Part of a picture, in its pixels. */
export interface Crop {
  x: number
  y: number
  width: number
  height: number
}

export interface Medium {
  kind: 'picture' | 'video'
  width: number
  height: number
  bytes: number
  description: string | null
  crop: Crop | null
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
  /** Where the link is to stand; the network's usual place where it is missing or not to be had there. */
  linkPlace?: LinkPlace | null
  /** Campaign marks for the links that stand in the text; left out, those stay as they were written. */
  textMarks?: CampaignMarks | null
}

export interface Proof {
  text: string
  measure: Measure
  entities: Entity[]
  link: string | null
  linkPlace: LinkPlace
  media: Medium[]
  leftOut: { what: 'hashtag' | 'credit' | 'link' | 'picture'; text: string; reason: Message }[]
  offers: { action: string; text: string }[]
}

/** What the checks know besides the post: see `preflight`. */
export interface PreflightContext {
  now: Instant
  zone: string
  /** When it would go out; null where that is not known. */
  plannedAt: Instant | null
  goodUntil: Instant | null
  /**
   * The post’s own link, before campaign marks and short addresses; left out, the one of its parts stands for
   * it.
   */
  link?: string | null
  /** What went out on this account before, as it was sent. */
  sentHere: {
    at: Instant
    linkKey: string | null
    text: string
    seriesId: string | null
    /** The account it went out on, where that is another: one on which posts here appear by themselves. */
    on?: string
  }[]
  seriesId: string | null
  repeatAfterDays: number | null
  linkState: { kind: 'ok' | 'moved' | 'dead' | 'unreachable' | 'unchecked'; detail: string | null }
  wordsNotUsed: string[]
  /** Shares from 0 to 1. */
  mixShare: { pillar: string; share: number; ceiling: number } | null
  approval: 'draft' | 'in-review' | 'approved' | 'sent-back'
  hold: boolean
  /** Accounts whose posts also appear elsewhere by themselves. */
  alsoAppearsOn: string[]
  /** How those accounts take posts, and whether the post is to go out there as well. */
  elsewhere?: { account: string; rules: NetworkRules; isChosen: boolean }[]
  /** Names of the boards the network has; empty or left out where it does not say. */
  boards?: string[]
  /** Whether somebody has read what it is about; left out where that does not matter. */
  isOpened?: boolean
  /** Where the network is the same as another chosen account's, that one's text as it would be sent. */
  equalText?: { account: string; text: string } | null
  /** Whether the link leads through our own short address. */
  linkIsShort?: boolean
}

export interface Check {
  id: string
  /** A stop prevents lining up; a warning stays visible and needs no click. */
  level: 'stop' | 'warn' | 'ok'
  message: Message
  /** What one click does about it: by its name, and the parts of the post it changes. */
  fix: {
    action: string
    change: Partial<PostParts>
    /** For `good-until`: the last good day, `YYYY-MM-DD`. */ day?: string
  } | null
}
