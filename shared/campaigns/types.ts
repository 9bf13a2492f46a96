// Campaigns, as browser and server say them to each other.
import type { Instant } from '#core/instant'
import type { FoundArticle, FoundClipping } from '#shared/reading/types'

/** Posts that serve one aim between two days. */
export interface Campaign {
  id: string
  name: string
  /** What it is for. */
  aim: string
  /** Words it is about, and more that belong to it, commas between. */
  words: string
  moreWords: string
  /** Local days, `YYYY-MM-DD`, both included; no last one for one that has no end yet. */
  from: string
  to: string | null
  /** The accounts its posts begin with; null for no wish. */
  accountIds: string[] | null
  pillarId: string | null
  ink: number
  /** What stands as the campaign in marks of its posts' links; '' for what the link rule says. */
  mark: string
  hashtags: string[]
  /** How many posts it is to have; null for no number. */
  postsWanted: number | null
  /** Its share of what goes out in its days, in percent; null for none. */
  shareWanted: number | null
  /** When somebody ended it; null for one that goes on. */
  endedAt: Instant | null
  version: number
}

/** How many posts of a campaign went out somewhere, else are in line or have turns, else are only written. */
export interface CampaignCounts {
  sent: number
  planned: number
  written: number
}

export interface CampaignLine extends Campaign {
  counts: CampaignCounts
}

/** A post of a campaign that has a place on an account. */
export interface CampaignPlanned {
  lineId: string
  postId: string
  accountId: string
  text: string
  at: Instant
  /** Whether that is after the campaign's last day. */
  isAfterEnd: boolean
}

export interface CampaignPage extends CampaignLine {
  planned: CampaignPlanned[]
  /** Sendings of it in its days, gone out and planned, of so many of all. */
  share: { own: number; all: number }
  /** How many of its posts come round as evergreens. */
  comeRound: number
  /** Of what went out, as far as networks told. */
  results: { sendings: number; answers: number | null; clicks: number }
}

/** What could serve a campaign: it holds words of it, and no post of the campaign was made of it. */
export interface CouldServe {
  clippings: FoundClipping[]
  articles: FoundArticle[]
}
