import {
  defineEventHandler,
  getHeader,
  getQuery,
  getRouterParam,
  setResponseHeader,
  setResponseStatus,
  type EventHandler,
  type H3Event,
} from 'h3'
import * as yup from 'yup'
import type { Person } from '#shared/people/types'
import type { Access, Route } from '#shared/platform/route'
import type { TokenScope } from '#shared/tokens/types'
import { CHANGED_HEADER, REQUEST_HEADER } from '#shared/platform/types'
import { UUID } from '#shared/platform/schemaParts'
import { refusalMessage } from '#shared/platform/messages'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { whoAsks, roleOf } from './people'
import { documentedOf, type Documented } from '#shared/interface/documented'
import { holderOf, once } from './tokens'
import { endWithAnswer, hasUnreadBody, readFields } from './platform/http/body'
import { useDb } from './platform/db'
import { log } from './platform/log'
import { atWork } from './platform/loopDelay'
import { bearerOf } from './platform/http/bearer'
import { keepPace, PACE } from './platform/http/pace'
import { problem, ProblemError } from './platform/http/problem'
import type { Actor } from './platform/changes/actor'
import { withRequest } from './platform/changes/request'
import { settings } from './platform/settings'
import { TaskStopped } from './platform/jobs/taskStopped'

type Known<A extends Access> = A extends 'public' ? null : Person
type Acting<A extends Access> = A extends 'public' | 'person' ? null : Actor

export interface RouteContext<A extends Access, B> {
  event: H3Event
  person: Known<A>
  sessionId: string
  actor: Acting<A>
  /** Where it is asked with a token: in whose name, and of which brand. */
  holder: Actor | null
  /** The token it is asked with; null for none. */
  tokenId: string | null
  body: B
  query: Record<string, string>
  param: (name: string) => string
}

const RANKS = { client: 0, curator: 1, owner: 2 }
const NEEDED: Record<'read' | 'work' | 'own', number> = { read: 0, work: 1, own: 2 }
/** Fields that a refusal names: more help nobody, and each has its cost. */
const MOST_ERRORS = 50

export interface RouteLimits {
  /** Bytes of its body; by default `LIMITS.publicBytes` where anyone may ask, else `LIMITS.bodyBytes`. */
  bodyBytes?: number
  /** Only the demo has it: elsewhere it is not there, whatever it is sent. */
  isDemo?: boolean
  /** How often a person may use it in a minute, where it costs much: all routes of one `kind` together. */
  pace?: { kind: string; perMinute: number }
  /** What a token may be for to use it besides what is documented of it; by default none is. */
  scope?: TokenScope
  /** Whether a browser's extension may ask it without a token. */
  fromExtensions?: boolean
}

/** What a route says of itself, for those that look at all of them (tests). */
export interface Declared {
  route: Route
  schema: yup.AnyObjectSchema | null
  limits: Required<Pick<RouteLimits, 'bodyBytes' | 'isDemo'>> &
    Pick<RouteLimits, 'pace'> & {
      /** What a token may be for to use it, any of them; none where none will do, null where all will. */
      scopes: readonly TokenScope[] | null
    }
}

/** What a route's work answers; nothing is answered as null. */
type Answering<A> = Promise<A> | (null extends A ? Promise<void> : never)

/**
 * The one way to make a route of what is declared of it: finds who acts and for which brand, refuses what is
 * not allowed (a foreign brand is «not there»), validates the body, and answers problem details (RFC 9457)
 * for every refusal. Unknown faults are logged, never shown. What it says of itself stays readable on the
 * handler, as `declared`.
 */
export function route<S extends yup.AnyObjectSchema | null, A, P extends string, W extends Access>(
  declaration: Route<S, A, P, W>,
  schema: S,
  work: (given: RouteContext<W, S extends yup.AnyObjectSchema ? yup.InferType<S> : null>) => Answering<A>,
  limits: RouteLimits = {},
): EventHandler & { declared: Declared } {
  const access: Access = declaration.access
  const documented = documentedOf(declaration)
  const scopes = scopesOf(limits.scope, documented)
  const bodyBytes = limits.bodyBytes ?? (access === 'public' ? LIMITS.publicBytes : LIMITS.bodyBytes)
  const handler = defineEventHandler(async (event) => {
    const done = atWork(event)
    try {
      if (limits.isDemo && !settings().demo) throw problem('notFound')
      const token = access === 'public' ? null : bearerOf(event)
      // Who brings a token asks as its holder, whatever cookie the browser sends along.
      const holder = token === null ? null : await holderOf(token, scopes)
      const who = access === 'public' ? null : (holder ?? (await whoAsks(event)))
      if (access !== 'public' && !who) throw problem('notSignedIn')
      requireOwnOrigin(event, holder !== null || limits.fromExtensions === true)
      const actor =
        access === 'public' || access === 'person'
          ? null
          : await actorOf(event, who!.person.id, access as 'read' | 'work' | 'own')
      // A token is for one brand, whatever else its person has a part in.
      if (holder && actor && actor.brandId !== holder.actor.brandId) throw problem('notFound')
      if (holder) keepPace(event, holder.tokenId, PACE.token)
      if (limits.pace && who) keepPace(event, who.person.id, limits.pace)
      const body = schema ? await validBody(event, schema, bodyBytes) : null
      const given = {
        event,
        person: who?.person ?? null,
        sessionId: who && 'sessionId' in who ? who.sessionId : '',
        actor,
        holder: holder?.actor ?? null,
        tokenId: holder?.tokenId ?? null,
        body,
        query: flatQuery(event),
        param: (name: string) => paramOf(event, name),
      }
      setResponseHeader(event, 'cache-control', 'no-store')
      const requestId = declaration.method === 'GET' ? '' : (getHeader(event, REQUEST_HEADER) ?? '')
      const key = holder && declaration.method === 'POST' ? getHeader(event, KEY_HEADER) : undefined
      if (holder && key !== undefined) {
        const asked = `${event.path} ${JSON.stringify(body)}`
        return await once(
          { tokenId: holder.tokenId, key, asked },
          async () => (await work(given as RouteContext<W, never>)) ?? null,
        )
      }
      if (!UUID.test(requestId)) return (await work(given as RouteContext<W, never>)) ?? null
      const { result, changed } = await withRequest(requestId, async () =>
        work(given as RouteContext<W, never>),
      )
      // What is answered in steps has been sent.
      if (!event.node.res.headersSent) setResponseHeader(event, CHANGED_HEADER, changed.join(','))
      return result ?? null
    } catch (error) {
      return answerProblem(event, error)
    } finally {
      done()
    }
  })
  return Object.assign(handler, {
    declared: {
      route: declaration,
      schema,
      limits: { bodyBytes, isDemo: limits.isDemo ?? false, pace: limits.pace, scopes },
    },
  })
}

/** The header of requests that are done once (draft-ietf-httpapi-idempotency-key-header). */
const KEY_HEADER = 'idempotency-key'

/** What a token may be for to use a route; null where every token will do. */
const scopesOf = (
  own: TokenScope | undefined,
  documented: Documented | undefined,
): readonly TokenScope[] | null =>
  documented?.scope === null ? null : [own, documented?.scope].filter((one) => one !== undefined)

/** Answers a refusal as problem details; what is not one is logged and answered without its inside. */
export function answerProblem(event: H3Event, error: unknown): unknown {
  const known =
    error instanceof ProblemError ? error : problem(error instanceof TaskStopped ? 'tooHeavy' : 'server')
  // Who goes away while they send is no fault of ours.
  const isGone = (error as NodeJS.ErrnoException | null)?.code === 'ECONNRESET'
  if (known.code === 'server' && !isGone) log.error({ error, path: event.path }, 'A request failed.')
  if (hasUnreadBody(event)) endWithAnswer(event)
  setResponseStatus(event, known.body.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  setResponseHeader(event, 'cache-control', 'no-store')
  return known.body
}

function paramOf(event: H3Event, name: string): string {
  const value = getRouterParam(event, name) ?? ''
  if (!UUID.test(value)) throw problem('notFound')
  return value.toLowerCase()
}

async function actorOf(event: H3Event, personId: string, access: keyof typeof NEEDED): Promise<Actor> {
  const brandId = paramOf(event, 'brandId')
  const role = await roleOf(await useDb(), brandId, personId)
  if (!role) throw problem('notFound')
  if (RANKS[role] < NEEDED[access]) throw problem('notAllowed')
  return { personId, brandId, role }
}

/** Origins of browsers' extensions; no page of the web can have one. */
const EXTENSION = /^(?:chrome|moz)-extension:\/\/[\w-]{1,64}$/

/**
 * A change must come from our own pages: the browser says where from, and only that origin is taken; besides,
 * an extension's where nothing rests on a cookie.
 */
function requireOwnOrigin(event: H3Event, mayBeExtension: boolean): void {
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getHeader(event, 'origin')
  if (!origin) {
    if (getHeader(event, 'sec-fetch-site') === 'cross-site') throw problem('foreignOrigin')
    return
  }
  if (mayBeExtension && EXTENSION.test(origin)) return
  const host = getHeader(event, 'host')
  const isOwn = origin === settings().publicUrl || origin === `http://${host}` || origin === `https://${host}`
  if (!isOwn) throw problem('foreignOrigin')
}

async function validBody(event: H3Event, schema: yup.AnyObjectSchema, mostBytes: number): Promise<unknown> {
  const fields = await readFields(event, mostBytes)
  try {
    return schema.validateSync(fields, { abortEarly: false, stripUnknown: true, disableStackTrace: true })
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const inner = (error.inner.length > 0 ? error.inner : [error]).slice(0, MOST_ERRORS)
    throw new ProblemError(
      'invalid',
      words.refusals.invalid,
      refusalMessage('invalid', []),
      inner.map(({ path, message }) => ({ field: path ?? '', message: message })),
    )
  }
}

function flatQuery(event: H3Event): Record<string, string> {
  return Object.fromEntries(
    Object.entries(getQuery(event)).flatMap(([name, value]) =>
      typeof value === 'string' ? [[name, value]] : [],
    ),
  )
}
