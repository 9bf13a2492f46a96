import { Resolver } from 'node:dns/promises'
import { isListOf, isShape, isText, orMissing } from '#shared/platform/json'
import { problem } from '#server/platform/http/problem'
import { httpRequest } from '#server/platform/net/httpRequest'
import { settings } from '#server/platform/settings'
import { fieldsOf } from '../connectors/outcome'

/** Who a handle of the AT Protocol is, and where that identity's data lies. */
export interface Identity {
  did: string
  handle: string
  /** Origin of its data server. */
  server: string
}

/** A handle (atproto.com, Handle): a name of the web, at most 253 characters. */
const HANDLE = /^(?=.{3,253}$)(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z](?:[a-z0-9-]{0,61}[a-z0-9])?$/
/** Identities that are resolved: `did:plc` and `did:web` (atproto.com, DID). */
const DID = /^did:(?:plc:[a-z2-7]{24}|web:[a-z0-9.-]+(?:%3A\d+)?)$/
const PATIENCE_MS = 3_000

/** The handle that an address or a text means; null where it means none. */
export function handleIn(address: URL): string | null {
  const name = /^\/(?:@|profile\/)([a-z0-9.-]+)\/?$/i.exec(address.pathname)?.[1]
  const isHost = address.pathname === '/'
  const text = (name === undefined ? (isHost ? address.hostname : '') : name).toLowerCase()
  const whole = name === undefined || text.includes('.') ? text : `${text}.${address.hostname}`
  return HANDLE.test(whole) ? whole : null
}

/**
 * Resolves a handle (atproto.com, Handle resolution): the TXT record of `_atproto.` before it, else a well-
 * known file; then its identity's document, which has to name the handle too. Null where nothing says that
 * the handle is one; throws `otherIdentity` where the identity does not say so itself.
 */
export async function identityOf(handle: string): Promise<Identity | null> {
  const did = (await didByName(handle)) ?? (await didByFile(handle))
  if (did === null) return null
  const document = await didDocument(did)
  if (!document) throw problem('oddAnswer', handle)
  if (!(document.alsoKnownAs ?? []).includes(`at://${handle}`))
    throw problem('otherIdentity', handle, document.alsoKnownAs?.[0]?.replace('at://', '') ?? did)
  const service = (document.service ?? []).find(
    ({ id, type }) => /#atproto_pds$/.test(id) && type === 'AtprotoPersonalDataServer',
  )
  if (!service || !URL.canParse(service.serviceEndpoint)) throw problem('oddAnswer', handle)
  return { did, handle, server: new URL(service.serviceEndpoint).origin }
}

/** The identity that an address means; null where it means none. */
export async function identityAt(address: URL): Promise<Identity | null> {
  const handle = handleIn(address)
  return handle === null ? null : identityOf(handle)
}

async function didByName(handle: string): Promise<string | null> {
  const { standins, nameServer } = settings()
  // Names of the stand-in world are no name server's.
  if (standins !== null && nameServer === null && handle.endsWith('.example')) return null
  const names = new Resolver({ timeout: PATIENCE_MS, tries: 1 })
  if (nameServer !== null) names.setServers([nameServer])
  const records = await names.resolveTxt(`_atproto.${handle}`).catch(() => [])
  const dids = records.map((parts) => parts.join('')).filter((text) => text.startsWith('did='))
  // Two of them contradict each other: then none counts.
  return dids.length === 1 ? knownDid(dids[0]!.slice('did='.length)) : null
}

async function didByFile(handle: string): Promise<string | null> {
  const answer = await httpRequest(`https://${handle}/.well-known/atproto-did`, {
    maxBytes: 2_000,
    redirects: 2,
  }).catch(() => null)
  return answer?.status === 200 ? knownDid(new TextDecoder().decode(answer.body).trim()) : null
}

const knownDid = (text: string): string | null => (DID.test(text) ? text : null)

interface DidDocument {
  id: string
  alsoKnownAs?: string[] | undefined
  service?: { id: string; type: string; serviceEndpoint: string }[] | undefined
}
const isDocument = isShape<DidDocument>({
  id: isText,
  alsoKnownAs: orMissing(isListOf(isText)),
  service: orMissing(isListOf(isShape({ id: isText, type: isText, serviceEndpoint: isText }))),
})

/** The document of an identity, checked that it is its own. */
async function didDocument(did: string): Promise<DidDocument | null> {
  const address = did.startsWith('did:web:')
    ? `https://${decodeURIComponent(did.slice('did:web:'.length))}/.well-known/did.json`
    : `${settings().plcUrl}/${did}`
  const answer = await httpRequest(address, {
    headers: { accept: 'application/did+ld+json, application/json' },
    maxBytes: 200_000,
    redirects: 0,
  })
  const document: unknown = answer.status === 200 ? fieldsOf(answer) : null
  return isDocument(document) && document.id === did ? document : null
}
