import { brotliDecompressSync, gunzipSync, inflateSync } from 'node:zlib'
import { Agent, request, type Dispatcher } from 'undici'
import { LIMITS } from '../../shared/limits'
import { problem, ProblemError } from '../problem'
import { settings } from '../settings'
import { routeTo, type Route } from './address'

export interface Ask {
  method?: 'GET' | 'POST' | 'DELETE'
  headers?: Record<string, string>
  body?: string
  maxBytes?: number
  /** Redirects to follow; a POST follows none. */
  redirects?: number
}

export interface Answer {
  status: number
  headers: Record<string, string>
  body: Uint8Array
  /** The address that answered in the end. */
  url: string
}

/** A request that got no answer. `reached` is whether the other side may have acted on it. */
export class NoAnswer extends ProblemError {
  readonly reached: boolean

  constructor(host: string, why: string, reached: boolean) {
    const { body, code } = problem('noAnswer', host, why)
    super(code, body)
    this.reached = reached
  }
}

const TIMES = { connect: 5_000, headers: 12_000, body: 20_000 }
const local = new Agent({ connect: { timeout: TIMES.connect }, connections: 16 })

/**
 * The one way out. Only http(s), only the open internet (checked at every redirect, connected to as checked), with limits on
 * time, size after decompression and redirects, and a truthful user agent. Any status is an answer; throws ProblemError else.
 */
export async function askOutside(address: string | URL, ask: Ask = {}): Promise<Answer> {
  let url = new URL(address)
  const most = ask.method === 'POST' ? 0 : (ask.redirects ?? 5)
  for (let hop = 0; ; hop++) {
    const answer = await askOnce(url, ask)
    const location = answer.headers['location']
    if (answer.status < 300 || answer.status >= 400 || !location || most === 0) return answer
    if (hop >= most) throw problem('tooManyRedirects', url.hostname)
    const next = URL.canParse(location, url) ? new URL(location, url) : null
    if (!next || (next.protocol !== 'http:' && next.protocol !== 'https:')) throw problem('noAddress', location.slice(0, 80))
    url = next
  }
}

async function askOnce(url: URL, ask: Ask): Promise<Answer> {
  const route = await routeTo(url)
  const dispatcher = route.address ? pinnedAgent(route) : local
  try {
    const answer = await request(`${route.origin}${url.pathname}${url.search}`, {
      dispatcher,
      method: ask.method ?? 'GET',
      headers: { 'user-agent': userAgent(), 'accept-encoding': 'gzip, deflate, br', host: url.host, ...ask.headers },
      body: ask.body ?? null,
      headersTimeout: TIMES.headers,
      bodyTimeout: TIMES.body,
    })
    const headers = flat(answer.headers)
    const raw = await limitedBytes(answer.body, url.hostname, ask.maxBytes ?? LIMITS.responseBytes)
    return { status: answer.statusCode, headers, body: unpacked(raw, headers['content-encoding'], url.hostname, ask.maxBytes), url: url.href }
  } catch (error) {
    throw error instanceof ProblemError ? error : failure(url.hostname, error)
  } finally {
    if (route.address) void dispatcher.close()
  }
}

/** An agent that connects to the address that was checked, whatever the name server says by now. */
function pinnedAgent(route: Route): Dispatcher {
  const pinned = route.address!
  return new Agent({
    connect: {
      timeout: TIMES.connect,
      lookup: (_host, options, done) => {
        if (options.all) done(null, [pinned])
        else done(null, pinned.address, pinned.family)
      },
    },
  })
}

async function limitedBytes(body: AsyncIterable<Uint8Array>, host: string, most: number): Promise<Buffer> {
  const parts: Uint8Array[] = []
  let size = 0
  for await (const part of body) {
    size += part.length
    if (size > most) throw problem('tooLarge', host)
    parts.push(part)
  }
  return Buffer.concat(parts)
}

function unpacked(raw: Buffer, encoding: string | undefined, host: string, most: number = LIMITS.responseBytes): Uint8Array {
  if (!encoding || encoding === 'identity' || raw.length === 0) return raw
  try {
    if (encoding.includes('br')) return brotliDecompressSync(raw, { maxOutputLength: most })
    if (encoding.includes('gzip')) return gunzipSync(raw, { maxOutputLength: most })
    if (encoding.includes('deflate')) return inflateSync(raw, { maxOutputLength: most })
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE') throw problem('tooLarge', host)
    throw new NoAnswer(host, 'its compressed answer is damaged', true)
  }
  return raw
}

const NOT_REACHED = new Set(['ECONNREFUSED', 'ENOTFOUND', 'EHOSTUNREACH', 'ENETUNREACH', 'UND_ERR_CONNECT_TIMEOUT'])
const MEANINGS: Record<string, string> = {
  ECONNREFUSED: 'it refuses connections',
  ECONNRESET: 'it cut the connection',
  UND_ERR_SOCKET: 'it cut the connection',
  UND_ERR_CONNECT_TIMEOUT: 'it could not be reached within 5 seconds',
  UND_ERR_HEADERS_TIMEOUT: 'it kept silent for 12 seconds',
  UND_ERR_BODY_TIMEOUT: 'it stopped in the middle of its answer',
}

function failure(host: string, error: unknown): NoAnswer {
  const code = (error as NodeJS.ErrnoException).code ?? ''
  const isTls = code.startsWith('ERR_TLS') || code.includes('CERT')
  const why = MEANINGS[code] ?? (isTls ? 'its certificate is not valid' : error instanceof Error ? error.message : 'no reason is known')
  return new NoAnswer(host, why, !NOT_REACHED.has(code) && !isTls)
}

function flat(headers: Record<string, string | string[] | undefined>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(headers).flatMap(([name, value]) => (value === undefined ? [] : [[name, Array.isArray(value) ? value.join(', ') : value]])),
  )
}

const userAgent = (): string => `ClearQuill/0.1 (curation tool; ${settings().publicUrl ?? 'self-hosted'})`
