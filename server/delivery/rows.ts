import type { DeliveryState } from '#shared/delivery/states'

export interface DeliveryEventRow {
  delivery_id: string
  at: number
  state: DeliveryState
  cause: string
  person_id: string | null
}

export interface DeliveryRow {
  id: string
  brand_id: string
  post_id: string
  account_id: string
  key: string
  due_at: number
  slot_at: number | null
  state: DeliveryState
  frozen_json: string
  pillar_id: string | null
  link_key: string | null
  series_id: string | null
  attempts: number
  next_try_at: number
  lease_until: number
  remote_id: string | null
  remote_url: string | null
  message: string
  sent_at: number | null
  line_id: string | null
  echo: number
  wording: number
  good_until: number | null
}
