import type { AuthorizationServer } from 'oauth4webapi'
import type { CheckedAccount } from '#shared/networks/types'
import { isMapOf, isNumber, isObject, isShape, isText, orNull, type Is } from '#shared/platform/json'

/** Protocols whose networks let one sign in. */
export type SignInProtocol = 'mastodon' | 'micropub' | 'atproto'

/** What an authorization server says of itself (RFC 8414), as far as it is used. */
export type ServerFacts = Pick<
  AuthorizationServer,
  | 'issuer'
  | 'authorization_endpoint'
  | 'token_endpoint'
  | 'revocation_endpoint'
  | 'pushed_authorization_request_endpoint'
  | 'authorization_response_iss_parameter_supported'
>

/** What a server knows this installation as. */
export interface ClientFacts {
  id: string
  /** Null for a public client. */
  secret: string | null
}

/** A sign-in that began, as it is kept until its answer comes. */
export interface Flow {
  protocol: SignInProtocol
  /** Whose name it goes by. */
  network: string
  /** The account's address, as it is asked from then on. */
  address: string
  server: ServerFacts
  client: ClientFacts
  redirectUri: string
  /** The code verifier (RFC 7636 §4.1). */
  verifier: string
  /** Scopes that are asked for, with spaces between. */
  scopes: string
  /** Who it must be: a profile's address, an identity; null where only the answer says. */
  subject: string | null
  /** The private key that tokens are bound to (RFC 9449), as a JWK; null without. */
  dpopKey: Record<string, string> | null
  /** By how many seconds the server's clock is ahead of ours. */
  skew: number
}

/** What was granted: how it is renewed and taken back. */
export interface Grant {
  protocol: SignInProtocol
  server: ServerFacts
  client: ClientFacts
  scopes: string
  refresh: string | null
  /** When the access ends, in milliseconds of the machine's own time; null where nothing was said. */
  expiresAt: number | null
  dpopKey: Record<string, string> | null
  skew: number
}

const isServer: Is<ServerFacts> = (value): value is ServerFacts =>
  isObject(value) && isText(Reflect.get(value, 'issuer'))
const isClient: Is<ClientFacts> = isShape<ClientFacts>({ id: isText, secret: orNull(isText) })
const isProtocol: Is<SignInProtocol> = (value): value is SignInProtocol =>
  value === 'mastodon' || value === 'micropub' || value === 'atproto'
const isKey = orNull(isMapOf(isText))

export const isFlow: Is<Flow> = isShape<Flow>({
  protocol: isProtocol,
  network: isText,
  address: isText,
  server: isServer,
  client: isClient,
  redirectUri: isText,
  verifier: isText,
  scopes: isText,
  subject: orNull(isText),
  dpopKey: isKey,
  skew: isNumber,
})

export const isGrant: Is<Grant> = isShape<Grant>({
  protocol: isProtocol,
  server: isServer,
  client: isClient,
  scopes: isText,
  refresh: orNull(isText),
  expiresAt: orNull(isNumber),
  dpopKey: isKey,
  skew: isNumber,
})

/** An account as its network told of it once somebody said yes there. */
export interface SignedIn {
  checked: CheckedAccount & { endpoint: Record<string, string> }
  address: string
  token: string
  grant: Grant
}
