// What the browser and the server say to each other. Instants are ISO 8601 in UTC, days `YYYY-MM-DD`, times `HH:MM`.
import type { Instant, Weekday } from '../core/instant'
import type { NetworkRules } from '../core/post/types'
import type { LinkRule } from '../core/url/linkRule'
import type { ExceptView, HoldView, MixView } from './plans'
import type { PostView } from './posts'
import type { ArticleRow, Clipping } from './articles'
import type { Approval } from './states'
import type { Tag, Watch } from './watches'

export type { ArticleRow, ArticleTag, Clipping } from './articles'
export type { Approval, ArticleState } from './states'

export type Role = 'owner' | 'curator' | 'client'

/** RFC 9457 problem details, as every refused request answers. */
export interface Problem {
  type: string
  title: string
  status: number
  detail: string
  errors?: { field: string; says: string }[]
}

export interface Brand {
  id: string
  name: string
  zone: string
  language: string
  mark: string
  markInk: number
  /** Minutes that the same link stays apart on two accounts; 0 for none. */
  linkApartMinutes: number
  /** Hosts of its own sites, and the pillar of posts about what stands there. */
  ownSites: string[]
  ownPillarId: string | null
  hold: HoldView | null
  version: number
}

export interface Person {
  id: string
  name: string
  email: string
}

export interface Me {
  person: Person
  /** Whether they sign in with a password; the demo's people have none. */
  hasPassword: boolean
  /** Whether they may make another brand. */
  mayFound: boolean
  brands: (Brand & { role: Role })[]
  demo: { sites: string } | null
  now: Instant
}

export interface SessionView {
  id: string
  device: string
  createdAt: Instant
  lastSeenAt: Instant
  current: boolean
}

export interface Pillar {
  id: string
  name: string
  ink: number
  description: string
  /** Whether its posts go out once or may come again for ever. */
  returns: 'once' | 'for-ever'
  /** Its posts must be approved by somebody else than who wrote them. */
  needsApproval: boolean
  hashtags: string[]
  /** Ids of the accounts its posts begin with; null where it does not say. */
  accountIds: string[] | null
  version: number
}

export interface SlotView {
  id: string
  weekday: Weekday
  time: string
  use: 'any' | 'pillar' | 'free'
  pillarId: string | null
}

export interface Account {
  id: string
  name: string
  handle: string
  address: string
  pageUrl: string
  protocol: 'micropub' | 'mastodon' | 'atproto'
  rules: NetworkRules
  perDay: number | null
  minGapMinutes: number
  slots: SlotView[]
  checkedAt: Instant | null
  trouble: string | null
  /** Boards it has, and those that posts named. */
  boards: string[]
  /** Those it has, where it says so. */
  networkBoards: string[]
  /** Ids of the accounts on which its posts appear by themselves. */
  appearsOn: string[]
  /** Who may approve posts for it: anyone who works on the brand, or somebody other than who wrote them last. */
  approver: 'anyone' | 'someone-else'
  /** What becomes of links here; null for the brand's own rule. */
  linkRule: LinkRule | null
  /** Days after which the same link or text may be shared here again; null for no rule. */
  repeatAfterDays: number | null
  except: ExceptView[]
  mix: MixView[]
  hold: HoldView | null
  version: number
}

/** What an address answered when it was checked as an account, before it is added. */
export interface CheckedAccount {
  protocol: Account['protocol']
  name: string
  handle: string
  pageUrl: string
  rules: NetworkRules
}

export interface BrandView {
  brand: Brand
  role: Role
  pillars: Pillar[]
  accounts: Account[]
  watches: Watch[]
  tags: Tag[]
  unread: number
  sources: number
  /** Posts on the Desk. */
  onDesk: number
  /** Open notices that nobody has seen yet. */
  notices: number
}

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
  /** The secret address it can be read at as a feed, without the ending that says in which form; null when it is none. */
  feedAddress: string | null
  version: number
}

/** How a feed fares, as data for the screens. */
export interface FeedHealth {
  /** Not yet fetched; well; well but long without anything new; failing; gone for good (no longer asked for); paused by the brand. */
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
  failed: { title: string | null; url: string; says: string }[]
  waiting: number
  stopped: boolean
  /** What in the file could not be used, with its line. */
  problems: { line: number; says: string }[]
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

/** An article that was found: its summary is the part of the text where the words stand, `found` the forms of them. */
export type FoundArticle = ArticleRow

export interface FoundThings {
  /** Posts in whose words all that is looked for stands. */
  posts: { id: string; text: string; at: Instant | null; stage: 'draft' | 'lined-up' | 'sent' }[]
  articles: FoundArticle[]
  /** Whether there are more than are shown. */
  more: boolean
}

export interface ClippingsView {
  clippings: Clipping[]
  folders: { name: string; count: number }[]
  /** How many there are of each kind, whatever is looked for. */
  counts: { waiting: number; shelved: number; done: number }
}

export interface ArticleFull extends ArticleRow {
  url: string | null
  html: string
  /** Where its text is from: the feed, its own page, or nowhere: then there is only a summary. */
  textFrom: 'feed' | 'page' | null
  /** Whether its page was not looked at yet, and may be. */
  pageWaits: boolean
  /** Why its page gave no text, as a sentence. */
  pageSays: string | null
  /** Why it is here, a watch at a time: what it found, and where. */
  because: { watchId: string; name: string; says: string }[]
  source: SourceOfArticle
  language: string | null
  categories: string[]
  minutes: number
  /** Posts the brand made from this article before. */
  shared: { at: Instant; account: string; text: string }[]
  /** Whether somebody of the brand has read it whole, or opened its own page. */
  opened: boolean
  /** The post that is being written about it. */
  draft: PostView | null
}

/** What the source of an article lends to a post about it, and what was shared from it lately. */
export interface SourceOfArticle {
  id: string
  credits: Record<string, string>
  /** What a post about the article begins with: of the source, the brand’s own sites, watches, folders, pillar. */
  pillarId: string | null
  accountIds: string[] | null
  /** Of its folders, and of the watches that mark the article. */
  hashtags: string[]
  shared: { at: Instant; account: string; title: string }[]
}

export interface WirePage {
  articles: ArticleRow[]
  next: string | null
  unread: number
}

export type CardState =
  'lined-up' | 'sending' | 'sent' | 'trying-again' | 'unknown' | 'undecided' | 'in-part' | 'not-sent' | 'back-in-line' | 'given-up' | 'taken-back'

/** One post on one account, as the Schedule and the ribbon show it. */
export interface Card {
  id: string
  accountId: string
  postId: string
  lineId: string | null
  deliveryId: string | null
  at: Instant
  state: CardState
  text: string
  pillarId: string | null
  /** What happened, or why it stands where it stands. */
  says: string
  warns: string[]
  remoteUrl: string | null
  /** Which sending of how many, where it comes more than once. */
  echo: { at: number; of: number } | null
  /** A time or a slot was chosen for it: it does not move with the line. */
  isFixed: boolean
  /** Approved and not on hold; null for what left the line. */
  approval: Approval | null
  isHeld: boolean
  /** Its account or brand is on hold, so that it has no place: it is shown where it would stand without. */
  isHeldBack: boolean
  /** What the preflight says against it. */
  problems: string[]
  by: string
  /** Whose article it is about. */
  source: string | null
}

export interface ScheduleView {
  from: string
  to: string
  zone: string
  now: Instant
  cards: Card[]
  open: { accountId: string; at: Instant; slotId: string; use: SlotView['use']; because: string; held: boolean }[]
  /** Posts of the last week that were not sent, or not yet, and that nobody lined up again. */
  troubled: Card[]
  unplaced: { lineId: string; postId: string; accountId: string; text: string; says: string }[]
  /** To move a post with. */
  planVersion: string
  /** Over the whole plan, not only the days shown. */
  lined: number
  /** In line too, but with no place before a hold is lifted. */
  heldBack: number
  openCount: number
  firstOpenAt: Instant | null
  endsAt: Instant | null
  /** `waiting`: all that stands in the line, with a place or without. */
  perAccount: { accountId: string; lined: number; waiting: number; open: number; firstOpenAt: Instant | null; endsAt: Instant | null }[]
}

export interface LinedUp {
  postId: string
  /** In review where somebody else must approve it first. */
  approval: Approval
  historyId: string
  places: { accountId: string; at: Instant | null; says: string }[]
}

/** One row of the event stream: something of this kind changed. */
export interface ChangeEvent {
  seq: number
  brandId: string | null
  what: ChangeKind
  which: string
}

export type ChangeKind =
  'notice' | 'brand' | 'account' | 'pillar' | 'watch' | 'source' | 'article' | 'line' | 'delivery' | 'clock' | 'import' | 'told' | 'tag' | 'post'

/** What an undoable change answers. */
export interface Undoable {
  historyId: string
}
