export interface ClippingRow {
  id: string
  brand_id: string
  article_id: string | null
  kind: string
  quote: string | null
  note: string | null
  shelved: number
  folder: string | null
  created_by: string
  created_at: number
  /** When it was worked off; null while it waits. */
  done_at: number | null
  version: number
}
