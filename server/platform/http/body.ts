import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { pipeline } from 'node:stream/promises'
import { parseJson } from '#shared/platform/json'
import { getHeader, setResponseHeader, type H3Event } from 'h3'
import { LIMITS } from '#shared/platform/limits'
import { problem } from './problem'

/**
 * A request's body, counted while it is read: at most so many bytes are ever held, whatever its headers say.
 * What is larger is refused, and its connection ends with the answer, so that the rest is neither held nor
 * waited for.
 */
export async function readBytes(event: H3Event, most: number): Promise<Buffer> {
  const { req } = event.node
  const announced = Number(getHeader(event, 'content-length') ?? 0)
  if (announced > most) {
    if (announced <= DROPPED_BYTES) await dropRest(req)
    throw tooBig(event, most)
  }
  const parts: Buffer[] = []
  let size = 0
  // Left early, the request must not be destroyed: its answer goes over the same connection.
  for await (const part of req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    size += part.length
    if (size > most) throw tooBig(event, most)
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/**
 * Writes a request's body to a new file, counted while it comes: nothing larger than so many bytes is kept.
 * Throws what refuses it; the file is gone then.
 */
export async function saveBody(event: H3Event, path: string, most: number): Promise<number> {
  if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooBig(event, most)
  let size = 0
  async function* counted(parts: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
    for await (const part of parts) {
      size += part.length
      if (size > most) throw tooBig(event, most)
      yield part
    }
  }
  try {
    const body = event.node.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>
    await pipeline(counted(body), createWriteStream(path, { flags: 'wx', mode: 0o600 }))
    return size
  } catch (error) {
    await rm(path, { force: true })
    throw error
  }
}

/** A body announced as no larger than this is dropped as it comes, for as long as this at most. */
const DROPPED_BYTES = 40 * 1024 * 1024
const DROPPED_MS = 1_000

/**
 * Whoever still sends as the connection ends may never read the answer (RFC 9112 §9.6), such as a browser
 * with a picture that is too large: what comes within a moment is read and dropped before.
 */
function dropRest(req: IncomingMessage): Promise<void> {
  return new Promise((resolve) => {
    const timer = setTimeout(end, DROPPED_MS)
    function end(): void {
      clearTimeout(timer)
      req.off('end', end).off('close', end).pause()
      resolve()
    }
    if (req.readableEnded || req.destroyed) end()
    else req.once('end', end).once('close', end).resume()
  })
}

function tooBig(event: H3Event, most: number): Error {
  endWithAnswer(event)
  return problem('tooBig', most)
}

/**
 * Lets the connection end with the answer: a body that nobody reads would else be read to its end before the
 * next request.
 */
export function endWithAnswer(event: H3Event): void {
  setResponseHeader(event, 'connection', 'close')
}

/**
 * Whether more of a request may come than one would read on for: what is refused before its body was read.
 */
export function hasUnreadBody(event: H3Event): boolean {
  const { req } = event.node
  return (
    !req.readableEnded &&
    (req.headers['transfer-encoding'] !== undefined ||
      Number(req.headers['content-length'] ?? 0) > LIMITS.publicBytes)
  )
}

/**
 * A body as the fields it holds: JSON, or a plain form's. Throws what refuses one that is neither, or holds
 * too many values.
 */
export async function readFields(event: H3Event, most: number): Promise<Record<string, unknown>> {
  const text = (await readBytes(event, most)).toString('utf8')
  if (getHeader(event, 'content-type')?.includes('application/x-www-form-urlencoded')) return formFields(text)
  const fields = parsed(text)
  if (typeof fields !== 'object' || fields === null || Array.isArray(fields)) throw problem('unreadable')
  if (!isModest(fields)) throw problem('tooManyValues', LIMITS.bodyValues)
  return fields as Record<string, unknown>
}

function formFields(text: string): Record<string, unknown> {
  const form = [...new URLSearchParams(text)]
  if (form.length > LIMITS.bodyValues) throw problem('tooManyValues', LIMITS.bodyValues)
  return Object.fromEntries(form.filter(([name]) => !(name in Object.prototype)))
}

function parsed(text: string): unknown {
  try {
    return parseJson(text || '{}')
  } catch {
    throw problem('unreadable')
  }
}

/**
 * Whether a value holds no more others, and none deeper, than anything the product sends. Ends as soon as it
 * is known. Names that every object has already, such as `constructor`, are taken out: no field is called so,
 * and libraries that look fields up stumble over them.
 */
export function isModest(value: object): boolean {
  let level: object[] = [value]
  let values = 0
  for (let depth = 1; level.length > 0; depth++) {
    if (depth > LIMITS.bodyDepth) return false
    const below: object[] = []
    for (const one of level) {
      for (const name in one) {
        if (++values > LIMITS.bodyValues) return false
        const inner = (one as Record<string, unknown>)[name]
        if (name in Object.prototype && !Array.isArray(one)) Reflect.deleteProperty(one, name)
        else if (typeof inner === 'object' && inner !== null) below.push(inner)
      }
    }
    level = below
  }
  return true
}

/** What a form puts round a file, in bytes. */
export const FORM_BYTES = 64 * 1024

/** The file in a form (RFC 7578) under a name; null where there is none. */
export async function readFile(event: H3Event, name: string, most: number): Promise<Uint8Array | null> {
  const bytes = await readBytes(event, most)
  const type = getHeader(event, 'content-type') ?? ''
  const form = await new Response(new Uint8Array(bytes), { headers: { 'content-type': type } })
    .formData()
    .catch(() => null)
  const file = form?.get(name)
  return file instanceof Blob ? new Uint8Array(await file.arrayBuffer()) : null
}
