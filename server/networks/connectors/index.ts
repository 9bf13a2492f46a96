import type { Account } from '#shared/networks/types'
import { atproto } from './atproto'
import { atprotoReader } from './atprotoReader'
import type { Connector } from './connector'
import { hand } from './hand'
import { mastodon } from './mastodon'
import { mastodonReader } from './mastodonReader'
import { micropub } from './micropub'
import { micropubReader } from './micropubReader'
import type { ResponseReader } from './reader'
import { webhook } from './webhook'

export { NotTaken } from './outcome'
export { tryWebhook } from './webhook'
export type { PastPost, PostRead, PostThere, PublicReply, ResponseCounts, ResponseReader } from './reader'
export type { AccountAccess, Connector, Found, Outcome, Outgoing } from './connector'

const CONNECTORS: Record<Account['protocol'], Connector> = {
  atproto,
  mastodon,
  micropub,
  hand,
  webhook,
}

export const connectorFor = (protocol: string): Connector => CONNECTORS[protocol as Account['protocol']]

const READERS: Partial<Record<Account['protocol'], ResponseReader>> = {
  atproto: atprotoReader,
  mastodon: mastodonReader,
  micropub: micropubReader,
}

/** What reads a protocol's responses; null for one that tells of none. */
export const readerFor = (protocol: string): ResponseReader | null =>
  READERS[protocol as Account['protocol']] ?? null

/** The connectors in the order in which an address is tried. */
export const allConnectors: Connector[] = [mastodon, atproto, micropub]
