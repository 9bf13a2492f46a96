import type { Account } from '#shared/networks/types'
import { atproto } from './atproto'
import type { Connector } from './connector'
import { mastodon } from './mastodon'
import { micropub } from './micropub'

export type { AccountAccess, Connector, Found, Outcome, Outgoing } from './connector'

const CONNECTORS: Record<Account['protocol'], Connector> = { atproto, mastodon, micropub }

export const connectorFor = (protocol: string): Connector => CONNECTORS[protocol as Account['protocol']]

/** The connectors in the order in which an address is tried. */
export const allConnectors: Connector[] = [mastodon, atproto, micropub]
