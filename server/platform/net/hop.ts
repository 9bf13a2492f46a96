import type { Readable } from 'node:stream'
import { createBrotliDecompress, createGunzip, createInflate } from 'node:zlib'
import { Agent, request, type Dispatcher } from 'undici'
import { problem, ProblemError } from '../http/problem'
import { VERSION } from '#shared/platform/version'
import { settings } from '../settings'
import { routeTo, type Route } from './address'
import { failure, NoResponse } from './failure'
import type { HttpResponse, HttpRequestOptions } from './types'
import { patience } from './patience'

let shared: Agent | null = null

/** One request and its answer, without following where it points. */
export async function requestOnce(
  url: URL,
  ask: HttpRequestOptions & { maxBytes: number | ((contentType: string) => number) },
  deadline: AbortSignal,
): Promise<Omit<HttpResponse, 'url' | 'lastingUrl'>> {
  const route = await routeTo(url)
  const dispatcher = dispatcherFor(route)
  const waits = ask.patience ?? patience()
  try {
    const answer = await request(`${route.origin}${url.pathname}${url.search}`, {
      dispatcher,
      method: ask.method ?? 'GET',
      headers: { 'user-agent': userAgent(), 'accept-encoding': 'gzip, br', host: url.host, ...ask.headers },
      body: ask.body ?? null,
      headersTimeout: waits.headers,
      bodyTimeout: waits.pause,
      signal: deadline,
    })
    const headers = flat(answer.headers)
    const most = typeof ask.maxBytes === 'number' ? ask.maxBytes : ask.maxBytes(headers['content-type'] ?? '')
    const body = await bytesOf(answer.body, headers['content-encoding'], {
      ...{ host: url.hostname, most },
      onPiece: (piece) => ask.onPiece?.(piece, { status: answer.statusCode, headers }),
    })
    return { status: answer.statusCode, headers, body }
  } catch (error) {
    throw error instanceof ProblemError ? error : failure(url.hostname, error, waits)
  } finally {
    if (dispatcher !== shared) void dispatcher.destroy()
  }
}

function dispatcherFor(route: Route): Dispatcher {
  if (route.address) return pinnedAgent(route.address)
  shared ??= new Agent({ connect: { timeout: patience().connect }, connections: 32 })
  return shared
}

/** An agent that connects to the address that was checked, whatever the name server says by now. */
function pinnedAgent(pinned: NonNullable<Route['address']>): Dispatcher {
  return new Agent({
    connect: {
      timeout: patience().connect,
      lookup: (_host, options, done) => {
        if (options.all) done(null, [pinned])
        else done(null, pinned.address, pinned.family)
      },
    },
  })
}

/**
 * An answer's body, unpacked as it comes: no more than `most` bytes are ever held, however small they
 * arrived.
 */
async function bytesOf(
  body: Readable,
  encoding: string | undefined,
  { host, most, onPiece }: { host: string; most: number; onPiece: (piece: Uint8Array) => void },
): Promise<Uint8Array> {
  const unpacker = unpackerFor(encoding)
  const source = unpacker ? body.pipe(unpacker) : body
  body.on('error', (error) => source.destroy(error))
  const parts: Uint8Array[] = []
  let size = 0
  try {
    for await (const part of source as AsyncIterable<Uint8Array>) {
      size += part.length
      if (size > most) throw problem('tooLarge', host)
      parts.push(part)
      onPiece(part)
    }
  } catch (error) {
    const code = String((error as NodeJS.ErrnoException).code)
    // An answer without a body that is called packed all the same.
    if (code === 'Z_BUF_ERROR' && size === 0) return Buffer.alloc(0)
    if (code.startsWith('Z_') || code.startsWith('ERR_BROTLI')) throw new NoResponse(host, 'damaged', true)
    throw error
  } finally {
    body.on('error', () => undefined)
    body.destroy()
  }
  return Buffer.concat(parts)
}

function unpackerFor(
  encoding: string | undefined,
): ReturnType<typeof createGunzip> | ReturnType<typeof createBrotliDecompress> | null {
  const name = encoding?.trim().toLowerCase()
  if (name === 'br') return createBrotliDecompress()
  if (name === 'gzip' || name === 'x-gzip') return createGunzip()
  return name === 'deflate' ? createInflate() : null
}

function flat(headers: Record<string, string | string[] | undefined>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(headers).flatMap(([name, value]) =>
      value === undefined ? [] : [[name, Array.isArray(value) ? value.join(', ') : value]],
    ),
  )
}

const userAgent = (): string =>
  `ClearQuill/${VERSION} (curation tool; ${settings().publicUrl ?? 'self-hosted'})`
