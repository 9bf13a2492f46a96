import type { Instant } from '#core/instant'

export interface Source extends FeedHealth {
  id: string
  label: string
  feedUrl: string
  homeUrl: string | null
  folder: string | null
  /** All folders it stands in. */
  folders: string[]
  own: boolean
  articles: number
  /** How many of them the brand clipped. */
  clipped: number
  /** Asked for on the web, or sent to us by mail. */
  kind: 'web' | 'mail'
  /** The secret address that a mailing list sends to. */
  mailAddress: string | null
  /** What posts about its articles begin with; null where it does not say. */
  pillarId: string | null
  accountIds: string[] | null
  /** Whom to credit, by the network's id. */
  credits: Record<string, string>
  /** Words whose articles are left out, commas between. */
  leaveOut: string
  /** Whether only articles that came out after it was added are wanted. */
  onlyNew: boolean
  /** Whether it clips what it brings by itself. */
  clips: boolean
  /** Whether a letter of a mailing list is an article for each of its links. */
  byLink: boolean
  region: string | null
  language: string | null
  pausedAt: Instant | null
  /** Names of the tags it puts on its articles. */
  tags: string[]
  version: number
}

/** A folder of sources, with what it lends them. */
export interface Folder {
  id: string
  name: string
  sources: number
  hashtags: string[]
  pillarId: string | null
  accountIds: string[] | null
  /**
   * The secret address it can be read at as a feed, without the ending that says in which form; null when it
   * is none.
   */
  feedAddress: string | null
  version: number
}

/** How a feed fares, as data for the screens. */
export interface FeedHealth {
  /**
   * Not yet fetched; well; well but long without anything new; failing; gone for good (no longer asked for);
   * paused by the brand.
   */
  state: 'waiting' | 'well' | 'silent' | 'failing' | 'gone' | 'paused'
  lastFetchedAt: Instant | null
  /** Null when it is no longer asked for. */
  nextFetchAt: Instant | null
  failingSince: Instant | null
  /** Why it fails, as a sentence. */
  trouble: string | null
  /** Time of its newest article. */
  newestAt: Instant | null
  /** Minutes between its articles, in the middle; null where that is not known. */
  everyMinutes: number | null
  /** The address it moved from for good, and when. */
  movedFrom: string | null
  movedAt: Instant | null
  /** What had to be put right in its last delivery, as sentences. */
  repairs: string[]
  /** Whether a hub announces its articles as they come. */
  announced: boolean
}

/** Sources being read in from a file. */
export interface ImportView {
  id: string
  total: number
  added: number
  /** Were sources already, and stayed as they were. */
  known: number
  /** Of these, those that the file has in folders. */
  withFolders: number
  /** Of those added, the ones that are still sources. */
  standing: number
  /** Those that could not be added; `failed` names the first of them. */
  notAdded: number
  failed: { title: string | null; url: string; message: string }[]
  waiting: number
  stopped: boolean
  /** What in the file could not be used, with its line. */
  problems: { line: number; message: string }[]
}

export interface FoundSource {
  feeds: { url: string; title: string | null; type: string | null }[]
  url: string
  title: string
  homeUrl: string | null
  format: string
  newest: { title: string; at: Instant | null }[]
  /** The brand's source that reads this feed already. */
  known: string | null
}
