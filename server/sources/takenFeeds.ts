import { MINUTE } from '#core/instant'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { webAddress } from '#server/platform/net/address'
import { newNonce } from './listAddress'
import * as sources from './queries/sources'

/** A feed as an archive names it. */
export interface NamedFeed {
  id: string
  url: string
  title: string | null
  kind: 'web' | 'mail'
}

/**
 * Takes a feed of an archive in: one of the web that is here already is the same; a mailing list has an
 * address of its own here. Gives its id here; null where its address is none.
 */
export async function takeFeed(db: Db, { id, url, title, kind }: NamedFeed): Promise<string | null> {
  if (kind === 'mail') {
    const row = { id, url: `mail:${id}`, host: 'mail', title, kind, mail_nonce: newNonce() }
    await sources.insertFeed(db, { ...row, next_fetch_at: now() })
    return id
  }
  const address = addressOf(url)
  if (!address) return null
  const known = await sources.feedByUrl(db, address.href)
  if (known) return known.id
  await sources.insertFeed(db, {
    ...{ id, url: address.href, host: address.host, title },
    next_fetch_at: now() + MINUTE,
  })
  return id
}

function addressOf(url: string): URL | null {
  try {
    return webAddress(url)
  } catch {
    return null
  }
}
