import type { Instant } from '#core/instant'
import type { MeanFact, PeriodFact } from '#shared/results/types'

/** What a report may have besides its facts. */
export const REPORT_PARTS = ['days', 'accounts', 'posts', 'mix', 'sources'] as const
export type ReportPart = (typeof REPORT_PARTS)[number]

/** A report as it was made; nothing in it changes any more. Null is what was not told, never nought. */
export interface ReportContent {
  brand: { name: string; mark: string; ink: number; zone: string }
  title: string
  /** Words of who made it, above all else. */
  opening: string
  /** Local days, both included. */
  from: string
  to: string
  madeAt: Instant
  parts: ReportPart[]
  facts: {
    hasBefore: boolean
    sent: PeriodFact
    answers: PeriodFact
    clicks: PeriodFact
    perPost: MeanFact | null
    followers: number | null
    followersChange: number | null
    /** Posts too young to be judged when it was made. */
    young: number
  }
  days: { day: string; posts: number; responses: number | null }[]
  accounts: {
    name: string
    handle: string
    posts: number
    answers: number | null
    clicks: number | null
    followers: number | null
    followersChange: number | null
  }[]
  posts: {
    text: string
    account: string
    at: Instant
    pillar: string | null
    ink: number | null
    answers: number | null
    clicks: number | null
    url: string | null
    /** Its place among the report's pictures, and what it shows. */
    picture: number | null
    description: string
  }[]
  mix: { name: string | null; ink: number | null; posts: number }[]
  own: { posts: number; of: number }
  sources: { name: string; articles: number; posts: number; responses: number | null }[]
}

/** A report as the list shows it. */
export interface ReportView {
  id: string
  title: string
  from: string
  to: string
  madeAt: Instant
  /** Null for one that was made by its timetable. */
  madeBy: string | null
  /** Where anybody may read it; null once that is ended. */
  address: string | null
  endedAt: Instant | null
  mailedAt: Instant | null
  /** What went wrong with its mail. */
  message: string
}

export type ReportsEvery = 'never' | 'week' | 'month'

/** When reports are made and mailed by themselves. */
export interface ReportTimetable {
  every: ReportsEvery
  mail: { address: string; isConfirmed: boolean }[]
  opening: string
  parts: ReportPart[]
  nextAt: Instant | null
  /** Why the last one was not made; empty where it was. */
  message: string
  version: number
}

export interface ReportsView {
  reports: ReportView[]
  /** Whether there is a browser here that makes PDFs. */
  canPrint: boolean
  canMail: boolean
  timetable: ReportTimetable
}
