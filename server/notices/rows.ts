import type { NoticeKind } from '#shared/notices/types'

export interface NoticeRow {
  id: string
  brand_id: string
  kind: NoticeKind
  /** What it is about: there is one open notice of a kind for each. */
  about: string
  at: number
  title: string
  message: string
  /** The screen that shows it. */
  link: string
  seen_at: number | null
  settled_at: number | null
  told_at: number | null
}
