import { createHash, createPublicKey, randomUUID, verify } from 'node:crypto'
import type { Ask, Reply } from './http'
import { json } from './http'

type Fields = Record<string, unknown>

const partOf = (text: string | undefined): Fields => {
  try {
    const value: unknown = JSON.parse(Buffer.from(text ?? '', 'base64url').toString('utf8'))
    return typeof value === 'object' && value !== null ? (value as Fields) : {}
  } catch {
    return {}
  }
}

/** The thumbprint of a key (RFC 7638 §3.2: its members in their order). */
const thumbprintOf = ({ crv, kty, x, y }: Fields): string =>
  createHash('sha256').update(JSON.stringify({ crv, kty, x, y })).digest('base64url')

/** Proofs of possession (RFC 9449), as a server asks for them: its own nonce, each proof once. */
export class Proofs {
  #nonce = randomUUID()
  readonly #seen = new Set<string>()
  /** Seconds by which this server's clock is off. */
  ahead = 0

  /** Another nonce is wanted from now on. */
  renew(): void {
    this.#nonce = randomUUID()
  }

  /** The thumbprint of the key that a request proves to have, or the answer that refuses it. */
  keyOf(ask: Ask, token: string | null): string | Reply {
    const [head, claims, signature] = String(ask.headers['dpop'] ?? '').split('.')
    const { typ, alg, jwk } = partOf(head) as { typ?: string; alg?: string; jwk?: Fields }
    const { htm, htu, iat, jti, nonce, ath } = partOf(claims)
    if (typ !== 'dpop+jwt' || alg !== 'ES256' || !jwk || 'd' in jwk)
      return this.#refuse('invalid_dpop_proof', token)
    const isSigned = verify(
      'sha256',
      Buffer.from(`${head}.${claims}`),
      { key: createPublicKey({ key: jwk as never, format: 'jwk' }), dsaEncoding: 'ieee-p1363' },
      Buffer.from(signature ?? '', 'base64url'),
    )
    const now = Date.now() / 1000 + this.ahead
    const isFor = htm === ask.method && htu === `https://${ask.host}${ask.path}`
    const isNow = typeof iat === 'number' && Math.abs(iat - now) < 60
    const isOfToken = token === null || ath === createHash('sha256').update(token).digest('base64url')
    if (!isSigned || !isFor || !isNow || !isOfToken) return this.#refuse('invalid_dpop_proof', token)
    if (nonce !== this.#nonce) return this.#refuse('use_dpop_nonce', token)
    if (typeof jti !== 'string' || this.#seen.has(jti)) return this.#refuse('invalid_dpop_proof', token)
    this.#seen.add(jti)
    return thumbprintOf(jwk)
  }

  /** §8 for what is asked of the authorization server, §9 for what is asked with a token. */
  #refuse(error: string, token: string | null): Reply {
    return json({ error }, token === null ? 400 : 401, {
      'dpop-nonce': this.#nonce,
      ...(token === null ? {} : { 'www-authenticate': `DPoP error="${error}"` }),
    })
  }
}
