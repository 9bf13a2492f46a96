import type { Instant } from '#core/instant'
import type { DeviceKind } from '#shared/platform/types'

/** A short link with what came by it: people as far as can be told, each counted once a day. */
export interface LinkView {
  code: string
  /** As it stands in the post. */
  address: string
  target: string
  clicks: number
  /** More of the same browsers within a day. */
  repeats: number
  /** Most first; '' for those whose site is not known. */
  sites: { site: string; clicks: number }[]
  devices: { device: DeviceKind | ''; clicks: number }[]
  /** By the hour, oldest first; hours without any are left out. */
  hours: { at: Instant; clicks: number }[]
}

/** What counts as a response: answers (likes, reshares, replies, quotes), clicks, or both together. */
export type Measure = 'responses' | 'answers' | 'clicks'

/** A figure of a period and of the one before it; null for what was not told. */
export interface PeriodFact {
  now: number | null
  before: number | null
}

/** A mean with what it may as well be, and how many posts speak for it. */
export interface MeanFact {
  value: number
  low: number
  high: number
  posts: number
}

/** By what posts are told apart. */
export type GroupedBy =
  'pillar' | 'source' | 'watch' | 'opening' | 'picture' | 'length' | 'hashtags' | 'link' | 'wording'

export interface ResultGroup {
  key: string
  /** Of what the brand named itself; empty for groups that the screen names. */
  name: string
  /** Of a pillar. */
  ink: number | null
  posts: number
  responses: number
  ratio: { value: number; low: number; high: number }
  verdict: 'better' | 'worse' | 'too few to say'
  needed: number | null
}

/** Response by hour of one kind of day on one account. */
export interface HoursOf {
  days: 'weekdays' | 'weekend'
  posts: number
  /** Every half hour; `near`: posts that went out within an hour of it. */
  curve: { hour: number; mean: number; low: number; high: number; weight: number; near: number }[]
  /** Hours of its timetable's slots on such days. */
  slots: number[]
}

/** What one wishes of the times of a day. */
export interface TimesWish {
  count: number
  minGapMinutes: number
  /** `HH:MM` on the brand's clock, both included. */
  from: string
  to: string
}

/** The best times of one kind of day, against the slots there are. */
export interface SuggestedTimesOf {
  days: 'weekdays' | 'weekend'
  /** Times (`HH:MM`) of its slots for any post. */
  slots: string[]
  wish: TimesWish
  curve: HoursOf['curve']
  /** Null with too few posts to say anything, or none within those hours. */
  found: {
    times: { time: string; expected: number; low: number; high: number; near: number }[]
    /** What a post gets at the slots there are, and is expected to get at the times suggested. */
    now: number
    then: number
    /** How often chance alone shows as much: 0 to 1. */
    byChance: number
    verdict: 'better' | 'too few to say' | 'as good'
    needed: number | null
    posts: number
  } | null
}

export interface SuggestedTimes {
  accountId: string
  /** How many days back it looks. */
  days: number
  /** Posts of before the account was connected that it is told by too: then by answers alone. */
  before: number
  kinds: SuggestedTimesOf[]
}

/** A post that stands out from what its accounts' posts usually get. */
export interface StandingOut {
  postId: string
  /** Of its latest sending. */
  deliveryId: string
  wording: number
  text: string
  pillarId: string | null
  sent: number
  responses: number
  ratio: { value: number; low: number; high: number }
  /** How sure it is that it is above the usual: 0 to 1. */
  chanceAbove: number
}

/** From article to response, by source. */
export interface SourceResult {
  sourceId: string
  name: string
  isOwn: boolean
  articles: number
  clipped: number
  posts: number
  likes: number | null
  reshares: number | null
  responses: number | null
  /** The names of the folders it stands in. */
  folders: string[]
}

/** A post that went out, as Results lists it. */
export interface PostResult {
  deliveryId: string
  postId: string
  wording: number
  accountId: string
  at: Instant
  text: string
  pillarId: string | null
  source: string | null
  likes: number | null
  reshares: number | null
  replies: number | null
  quotes: number | null
  views: number | null
  answers: number | null
  /** Null where it went out without a short link. */
  clicks: number | null
  state: 'read' | 'over' | 'untold' | 'gone'
  /** Younger than the time within which posts are compared. */
  isYoung: boolean
}

export interface FollowersOf {
  accountId: string
  /** By the day; days without a reading are left out. */
  days: { day: string; followers: number }[]
}

/** An account as Results knows it. */
export interface MeasuredAccount {
  id: string
  name: string
  handle: string
  posts: number
  /** Whether its network ever told of a response. */
  tells: boolean
  /** Why it told nothing the last time; null where it did. */
  trouble: string | null
  /** Posts of before it was connected. */
  before: number
}

export interface ResultsView {
  from: Instant
  to: Instant
  accountId: string | null
  measure: Measure
  /** Whether the period before is known from its beginning: else there is nothing to compare with. */
  hasBefore: boolean
  sent: PeriodFact
  clicks: PeriodFact
  answers: PeriodFact
  perPost: MeanFact | null
  perPostBefore: MeanFact | null
  /** At the end of the period; the change within it. */
  followers: number | null
  followersChange: number | null
  own: { posts: number; of: number }
  /** How many of the posts each pillar has; null for none. */
  pillars: { pillarId: string | null; posts: number }[]
  /** Posts too young to be compared, and those of which nothing is counted. */
  young: number
  uncounted: number
  hoursAccountId: string | null
  hours: HoursOf[]
  /** By weekday (1 is Monday) and hour of the brand's clock; hours without a post are left out. */
  weekHours: { weekday: number; hour: number; posts: number; responses: number }[]
  groups: { by: GroupedBy; groups: ResultGroup[] }[]
  sources: SourceResult[]
  /** How many posts stand out, and those of them that do most surely. */
  standing: { above: number; below: number }
  best: StandingOut[]
  weakest: StandingOut[]
  followersOf: FollowersOf[]
  posts: PostResult[]
  /** How many posts there are; the list holds the latest of them. */
  postsInAll: number
  accounts: MeasuredAccount[]
}

/** A reading of a post; all null where its network was asked and told nothing. */
export interface ResponseReading {
  at: Instant
  likes: number | null
  reshares: number | null
  replies: number | null
  quotes: number | null
  answers: number | null
}

/** How a post that went out was answered. */
export interface PostResponses {
  sentAt: Instant
  state: PostResult['state']
  /** When its network is asked next; null for never. */
  nextAt: Instant | null
  /** Why the last reading told nothing. */
  message: string
  readings: ResponseReading[]
  /** What was said in public, the latest first; kept for 30 days. */
  replies: { author: string; text: string; url: string | null; at: Instant }[]
  /** The other times it went out, the latest first: on other accounts, as an echo, in other words. */
  others: {
    deliveryId: string
    account: string
    at: Instant
    isSameWording: boolean
    isEcho: boolean
    text: string
    answers: number | null
    clicks: number | null
    isYoung: boolean
  }[]
  /** What posts of its account get within the same days, where there are some. */
  usual: { value: number; low: number; high: number; posts: number } | null
  /**
   * How many followed its account about then, where its network tells no views: at most so many saw it at
   * first hand. Null where that is not known.
   */
  followers: number | null
  /** What it got within its first days; null where that was not told, or it is younger. */
  first: number | null
}

/** Every half hour of a day from 0 to 1, null where nothing is known; empty where too little is. */
export interface AnsweringHours {
  weekdays: (number | null)[]
  weekend: (number | null)[]
}
