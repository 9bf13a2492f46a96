export interface PersonRow {
  id: string
  name: string
  email: string
  password_hash: string | null
  created_at: number
  founds: 0 | 1
}

export interface SessionRow {
  id: string
  person_id: string
  device: string
  created_at: number
  last_seen_at: number
  revoked_at: number | null
  from_hash: string | null
}

export interface BrandRow {
  id: string
  name: string
  zone: string
  language: string
  mark: string
  mark_ink: number
  created_at: number
  removed_at: number | null
  version: number
  /** What the brand wants of its writing; null for the usual. */
  writing_json: string | null
  writing_version: number
  /** Minutes that the same link stays apart on two accounts; 0 for none. */
  link_apart_minutes: number
  held: number
  hold_until: number | null
  hold_reason: string | null
  /**
   * Where its notices go besides the application (a Telling), the chat hook's address apart and sealed; null
   * for nowhere.
   */
  telling_json: string | null
  hook_sealed: string | null
  /** When notices may be told next, and what became of the last try where it failed. */
  tell_next_at: number
  tell_says: string | null
  /** Hosts of its own sites, and the pillar of posts about what stands there. */
  own_sites_json: string
  own_pillar_id: string | null
}

export interface PillarRow {
  id: string
  brand_id: string
  name: string
  ink: number
  description: string
  position: number
  removed_at: number | null
  version: number
  /** Whether its posts go out once or come again for ever. */
  returns: 'once' | 'for-ever'
  /** Whether its posts must be approved by somebody else than who wrote them. */
  needs_approval: number
  hashtags_json: string
  /**
   * Ids of the accounts its posts begin with; null for no wish. Sources, folders and watches have the same.
   */
  usual_accounts_json: string | null
}
