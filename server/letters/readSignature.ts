import { Resolver } from 'node:dns/promises'
import { dkimVerify } from 'mailauth/lib/dkim/verify'
import { siteOf } from '#core/url'

export interface Signed {
  raw: Uint8Array
  sender: string
  /** The name server that is asked, such as `127.0.0.1:53`; the machine's own where null. */
  nameServer: string | null
}

/** Signatures of one letter that are looked at: each costs a question to a name server (RFC 6376 §6.1). */
const MOST_SIGNATURES = 5
const PATIENCE_MS = 3_000

/**
 * Whether a letter bears a valid signature (DKIM, RFC 6376) of its sender's own site, of the whole letter and
 * with the sender among what is signed (aligned as RFC 7489 §3.1.1 has it). Runs in a thread.
 */
export async function readSignature({ raw, sender, nameServer }: Signed): Promise<boolean> {
  if (signaturesIn(raw) > MOST_SIGNATURES) return false
  const names = new Resolver({ timeout: PATIENCE_MS, tries: 1 })
  if (nameServer !== null) names.setServers([nameServer])
  const { results } = await dkimVerify(Buffer.from(raw), {
    // Keys stand in TXT records alone (RFC 6376 §3.6.2).
    resolver: (name: string) => names.resolveTxt(name),
  })
  const site = siteOf(`https://${sender.split('@').at(-1)}/`)
  return results.some(
    (found) =>
      found.status.result === 'pass' && siteOf(`https://${found.signingDomain}/`) === site && isOfAll(found),
  )
}

/**
 * Whether a signature covers the whole body and whom the letter is from; the library's types leave both out.
 */
function isOfAll(found: object): boolean {
  const headers: unknown = Reflect.get(found, 'signingHeaders')
  const names: unknown = typeof headers === 'object' && headers ? Reflect.get(headers, 'keys') : ''
  return Reflect.get(found, 'canonBodyLengthLimited') === false && /\bfrom\b/i.test(String(names))
}

function signaturesIn(raw: Uint8Array): number {
  const text = Buffer.from(raw).toString('latin1')
  const end = text.search(/\r?\n\r?\n/)
  return (text.slice(0, end < 0 ? undefined : end).match(/^dkim-signature:/gim) ?? []).length
}
