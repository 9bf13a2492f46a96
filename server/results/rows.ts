export interface ShortLinkRow {
  code: string
  brand_id: string
  post_id: string
  account_id: string
  /** Which of the post's sendings on the account: 0 for the post itself, else the number of the echo. */
  echo: number
  target: string | null
  created_at: number
}
