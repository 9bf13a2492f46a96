import { createHash, randomBytes } from 'node:crypto'
import { escapeText, fieldsOf, html, json, type Ask, type Reply } from './http'
import type { NetworkAccount } from './networks'
import { Proofs } from './proofs'
import type { Timeline } from './timeline'

const CODE_MS = 60_000
const random = (): string => randomBytes(18).toString('base64url')
const hashOf = (text: string): string => createHash('sha256').update(text).digest('base64url')

interface Asked {
  clientId: string
  redirectUri: string
  scopes: string
  state: string
  challenge: string
}
interface Code extends Asked {
  accountId: string
  until: number
}
interface Issued {
  /** What somebody said yes to once: all that came of it ends together. */
  grant: string
  accountId: string
  scopes: string
  clientId: string
  until: number
  /** Thumbprint of the key it is bound to; null for a plain one. */
  key: string | null
}

/** How a server grants wrongly, or less, for those who look what comes of it. */
export interface Granting {
  /** Seconds for which a token is good; null for ever. */
  tokenSeconds: number | null
  /** Scopes that it keeps back. */
  withheld: string[]
  /** What it names itself in its answers. */
  issuer: string | null
  /** Seconds by which its clock is off. */
  ahead: number
  /** Whether it renews nothing any more. */
  endsRefresh: boolean
  /** Whether it gives the token there is to who asks for the same account again. */
  reusesTokens: boolean
  /** Whether it no longer knows any program as code is to be exchanged. */
  forgets: boolean
  /** Whether its token endpoint fails. */
  isSilent: boolean
  /** What it says of itself in place of the truth. */
  endpoints: Record<string, unknown>
}

/**
 * A network's own sign-in page and token endpoint (RFC 6749, 7636, 7009, 9126, 9207, 9449, 8414), as each
 * protocol has it.
 */
export class AuthorizationServer {
  readonly #timeline: Timeline
  readonly proofs = new Proofs()
  readonly #clients = new Map<string, { secret: string; redirectUris: string[]; scopes: string }>()
  readonly #codes = new Map<string, Code>()
  readonly #tokens = new Map<string, Issued>()
  readonly #refreshes = new Map<string, Issued>()
  readonly #pushed = new Map<string, URLSearchParams>()
  granting: Granting = {
    tokenSeconds: null,
    withheld: [],
    issuer: null,
    ahead: 0,
    endsRefresh: false,
    reusesTokens: false,
    forgets: false,
    isSilent: false,
    endpoints: {},
  }

  constructor(timeline: Timeline) {
    this.#timeline = timeline
  }

  get #origin(): string {
    return `https://${this.#timeline.network.host}`
  }
  get #isBound(): boolean {
    return this.#timeline.network.protocol === 'atproto'
  }

  /** Answers what belongs to signing in; null for anything else. */
  answer(ask: Ask): Reply | null {
    switch (`${ask.method} ${ask.path}`) {
      case 'GET /.well-known/oauth-authorization-server':
        return json(this.#facts(), 200, {
          date: new Date(Date.now() + this.granting.ahead * 1000).toUTCString(),
        })
      case 'GET /.well-known/oauth-protected-resource':
        return this.#isBound ? json({ resource: this.#origin, authorization_servers: [this.#origin] }) : null
      case 'POST /api/v1/apps':
        return this.#timeline.network.protocol === 'mastodon' ? this.#register(ask) : null
      case 'POST /oauth/par':
        return this.#push(ask)
      case 'GET /oauth/authorize':
        return this.#page(this.#askedIn(ask.query))
      case 'POST /oauth/authorize':
        return this.#decide(this.#askedIn(ask.query), new URLSearchParams(ask.body))
      case 'POST /oauth/token':
        return this.#grant(ask)
      case 'POST /oauth/revoke':
        return this.#revoke(new URLSearchParams(ask.body))
      default:
        return null
    }
  }

  #facts(): object {
    const { protocol } = this.#timeline.network
    return {
      issuer: this.granting.issuer ?? this.#origin,
      authorization_endpoint: `${this.#origin}/oauth/authorize`,
      token_endpoint: `${this.#origin}/oauth/token`,
      revocation_endpoint: `${this.#origin}/oauth/revoke`,
      response_types_supported: ['code'],
      grant_types_supported: ['authorization_code', 'refresh_token'],
      code_challenge_methods_supported: ['S256'],
      ...this.granting.endpoints,
      ...(protocol === 'mastodon' ? {} : { authorization_response_iss_parameter_supported: true }),
      ...(protocol === 'atproto'
        ? {
            pushed_authorization_request_endpoint: `${this.#origin}/oauth/par`,
            require_pushed_authorization_requests: true,
            dpop_signing_alg_values_supported: ['ES256'],
            scopes_supported: ['atproto', 'transition:generic'],
            client_id_metadata_document_supported: true,
          }
        : {}),
    }
  }

  #register(ask: Ask): Reply {
    const isJson = ask.headers['content-type']?.includes('json') ?? false
    const fields = isJson ? fieldsOf(ask) : Object.fromEntries(new URLSearchParams(ask.body))
    const { redirect_uris: uris, scopes, client_name: name } = fields
    if (typeof uris !== 'string' || typeof name !== 'string')
      return json({ error: 'Validation failed: Redirect URI can’t be blank' }, 422)
    const [id, secret] = [random(), random()]
    this.#clients.set(id, { secret, redirectUris: uris.split('\n'), scopes: String(scopes ?? 'read') })
    return json({ id: '1', name, client_id: id, client_secret: secret, redirect_uri: uris })
  }

  #push(ask: Ask): Reply {
    if (!this.#isBound) return json({ error: 'invalid_request' }, 400)
    this.proofs.ahead = this.granting.ahead
    const key = this.proofs.keyOf(ask, null)
    if (typeof key !== 'string') return key
    const uri = `urn:ietf:params:oauth:request_uri:${random()}`
    this.#pushed.set(uri, new URLSearchParams(ask.body))
    return json({ request_uri: uri, expires_in: 60 }, 201)
  }

  /** What is asked for, or why it can't be (RFC 6749 §4.1.2.1: then nobody is sent anywhere). */
  #askedIn(query: URLSearchParams): Asked | string {
    const pushed = this.#pushed.get(query.get('request_uri') ?? '')
    if (this.#isBound && !pushed) return 'This request was not pushed before.'
    const given = pushed ?? query
    const redirectUri = given.get('redirect_uri') ?? ''
    const clientId = given.get('client_id') ?? ''
    if (clientId !== (query.get('client_id') ?? clientId)) return 'Another program pushed this request.'
    if (!this.#knows(clientId, redirectUri))
      return 'This program is not known here, or asks to be led elsewhere.'
    if (given.get('response_type') !== 'code') return 'Only codes are given here.'
    // Servers of this kind take older clients without (RFC 7636 §5).
    const mayLack = this.#timeline.network.protocol === 'mastodon' && !given.has('code_challenge')
    if (given.get('code_challenge_method') !== 'S256' && !mayLack) return 'A code challenge is wanted.'
    return {
      clientId,
      redirectUri,
      scopes: given.get('scope') ?? '',
      state: given.get('state') ?? '',
      challenge: given.get('code_challenge') ?? '',
    }
  }

  #knows(clientId: string, redirectUri: string): boolean {
    if (this.#timeline.network.protocol === 'mastodon')
      return this.#clients.get(clientId)?.redirectUris.includes(redirectUri) ?? false
    // A program on somebody's own machine says itself where it is led back (atproto.com, localhost client).
    if (clientId.startsWith('http://localhost?'))
      return new URL(clientId).searchParams.getAll('redirect_uri').includes(redirectUri)
    // A client known by its address is led back to its own site (IndieAuth §4.2.2).
    return URL.canParse(clientId) && new URL(clientId).origin === new URL(redirectUri).origin
  }

  #page(asked: Asked | string): Reply {
    if (typeof asked === 'string')
      return { ...html(this.#timeline.document('Not possible', `<p>${escapeText(asked)}</p>`)), status: 400 }
    const { accounts, name } = this.#timeline.network
    const choices = accounts
      .map(
        ({ id, handle, name: person }, at) =>
          `<p><label><input type="radio" name="account" value="${id}"${at === 0 ? ' checked' : ''}> @${handle} <small>${escapeText(person)}</small></label></p>`,
      )
      .join('')
    const scopes = asked.scopes
      .split(' ')
      .map((scope) => `<li><code>${escapeText(scope)}</code></li>`)
      .join('')
    return html(
      this.#timeline.document(
        `Let it in? ${name}`,
        `<h1>Let Clear Quill in?</h1><form method="post">${choices}<p>It asks for:</p><ul>${scopes}</ul><p><button name="say" value="yes">Yes, let it in</button> <button name="say" value="no">No</button></p></form>`,
      ),
    )
  }

  #decide(asked: Asked | string, form: URLSearchParams): Reply {
    if (typeof asked === 'string') return this.#page(asked)
    const back = new URL(asked.redirectUri)
    back.searchParams.set('state', asked.state)
    if (this.#timeline.network.protocol !== 'mastodon')
      back.searchParams.set('iss', this.granting.issuer ?? this.#origin)
    if (form.get('say') === 'yes') {
      const code = random()
      const accountId = form.get('account') ?? ''
      this.#codes.set(code, { ...asked, accountId, until: Date.now() + CODE_MS })
      back.searchParams.set('code', code)
    } else back.searchParams.set('error', 'access_denied')
    return { status: 303, headers: { location: back.href } }
  }

  #grant(ask: Ask): Reply {
    if (this.granting.isSilent) return json({ error: 'temporarily_unavailable' }, 503)
    const form = new URLSearchParams(ask.body)
    const clientId = form.get('client_id') ?? ''
    if (this.granting.forgets) this.#clients.clear()
    const known = this.#clients.get(clientId)
    if (this.#timeline.network.protocol === 'mastodon' && known?.secret !== form.get('client_secret'))
      return json({ error: 'invalid_client', error_description: 'This program is not known here.' }, 401)
    this.proofs.ahead = this.granting.ahead
    const key = this.#isBound ? this.proofs.keyOf(ask, null) : null
    if (key !== null && typeof key !== 'string') return key
    const before = form.get('grant_type') === 'refresh_token' ? this.#refreshed(form, key) : this.#coded(form)
    return before ? this.#issue(before, clientId, key) : json({ error: 'invalid_grant' }, 400)
  }

  /** A code is good once, for who asked for it, with the verifier of its challenge (RFC 7636 §4.6). */
  #coded(form: URLSearchParams): Pick<Issued, 'accountId' | 'scopes' | 'grant'> | null {
    const code = this.#codes.get(form.get('code') ?? '')
    this.#codes.delete(form.get('code') ?? '')
    const isGood =
      code !== undefined &&
      code.until > Date.now() &&
      code.clientId === form.get('client_id') &&
      code.redirectUri === form.get('redirect_uri') &&
      (code.challenge === '' || code.challenge === hashOf(form.get('code_verifier') ?? ''))
    if (!isGood) return null
    const scopes = code.scopes.split(' ').filter((scope) => !this.granting.withheld.includes(scope))
    return { accountId: code.accountId, scopes: scopes.join(' '), grant: random() }
  }

  #refreshed(
    form: URLSearchParams,
    key: string | null,
  ): Pick<Issued, 'accountId' | 'scopes' | 'grant'> | null {
    const token = form.get('refresh_token') ?? ''
    const known = this.#refreshes.get(token)
    this.#refreshes.delete(token)
    if (!known || this.granting.endsRefresh) return null
    return known.clientId === form.get('client_id') && known.key === key ? known : null
  }

  #issue(
    { accountId, scopes, grant }: Pick<Issued, 'accountId' | 'scopes' | 'grant'>,
    clientId: string,
    key: string | null,
  ): Reply {
    const { tokenSeconds } = this.granting
    const account = this.#timeline.network.accounts.find(({ id }) => id === accountId)
    if (!account) return json({ error: 'invalid_grant' }, 400)
    const until = tokenSeconds === null ? Number.POSITIVE_INFINITY : Date.now() + tokenSeconds * 1000
    const issued = { grant, accountId, scopes, clientId, until, key }
    const known = this.granting.reusesTokens ? this.#tokenOf(accountId, clientId) : undefined
    const [token, refresh] = [known ?? random(), random()]
    this.#tokens.set(token, issued)
    if (tokenSeconds !== null) this.#refreshes.set(refresh, issued)
    return json({
      access_token: token,
      token_type: key === null ? 'Bearer' : 'DPoP',
      scope: scopes,
      created_at: Math.floor(Date.now() / 1000),
      ...(tokenSeconds === null ? {} : { expires_in: tokenSeconds, refresh_token: refresh }),
      ...this.#subject(account),
    })
  }

  #tokenOf(accountId: string, clientId: string): string | undefined {
    return [...this.#tokens].find(([, one]) => one.accountId === accountId && one.clientId === clientId)?.[0]
  }

  #subject(account: NetworkAccount): object {
    const { protocol } = this.#timeline.network
    if (protocol === 'micropub') return { me: `${this.#origin}/@${account.handle}` }
    return protocol === 'atproto' ? { sub: this.#timeline.didOf(account) } : {}
  }

  #revoke(form: URLSearchParams): Reply {
    const token = form.get('token') ?? ''
    const issued = this.#tokens.get(token) ?? this.#refreshes.get(token)
    // With what renews it goes all that came of the same grant (RFC 7009 §2.1).
    for (const kept of [this.#tokens, this.#refreshes])
      for (const [name, one] of kept) if (one.grant === issued?.grant) kept.delete(name)
    return json({})
  }

  /** Whose token a request brings, with what it may do; an answer where it may not ask so. */
  bearer(ask: Ask): { account: NetworkAccount; scopes: string } | Reply | null {
    const [, kind, token] = /^(Bearer|DPoP) (\S+)$/.exec(ask.headers.authorization ?? '') ?? []
    const issued = this.#tokens.get(token ?? '')
    if (!issued) return null
    this.proofs.ahead = this.granting.ahead
    const proof = issued.key === null ? null : this.proofs.keyOf(ask, token!)
    if (proof !== null && typeof proof !== 'string') return proof
    if (issued.until < Date.now() || proof !== issued.key || (kind === 'DPoP') !== (proof !== null))
      return json({ error: 'invalid_token', message: 'The token is over' }, 401, {
        'www-authenticate': `${kind} error="invalid_token"`,
      })
    const account = this.#timeline.network.accounts.find(({ id }) => id === issued.accountId)
    return account ? { account, scopes: issued.scopes } : null
  }

  /** Ends all that was granted, as when somebody takes it back there. */
  end(): void {
    this.#tokens.clear()
    this.#refreshes.clear()
  }

  /** How many tokens it has given out that are still good. */
  get live(): number {
    return this.#tokens.size
  }
}
