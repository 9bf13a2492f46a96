import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { ReadableStream as WebStream } from 'node:stream/web'
import { setResponseHeader, type H3Event } from 'h3'
import { toInstant } from '#core/instant'
import { brandById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { log } from '#server/platform/log'
import { writeArchive } from './writing'

/** Who takes longer than this for an archive gets none: until then the data's log only grows. */
const LONGEST_MS = 30 * 60_000
/** People who are being given one: one at a time each. */
const going = new Set<string>()

/**
 * Sends a brand as it is now, as fast as it is taken. What fails on the way ends the connection, so that
 * nobody takes a part for the whole. Throws `archiveBusy`.
 */
export async function sendArchive({ brandId, personId }: Actor, event: H3Event): Promise<void> {
  const brand = await brandById(await useDb(), brandId)
  if (!brand) throw problem('notFound')
  if (going.has(personId)) throw problem('archiveBusy')
  going.add(personId)
  const name = `${brand.name} ${toInstant(now()).slice(0, 10)}.zip`
  setResponseHeader(event, 'content-type', 'application/zip')
  setResponseHeader(
    event,
    'content-disposition',
    `attachment; filename="brand.zip"; filename*=UTF-8''${encodeURIComponent(name)}`,
  )
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>()
  const sent = pipeline(Readable.fromWeb(readable as WebStream), event.node.res, {
    signal: AbortSignal.timeout(LONGEST_MS),
  })
  try {
    const [written, taken] = await Promise.allSettled([writeArchive(brandId, writable), sent])
    // Who goes away while it comes is no fault of ours.
    if (written.status === 'rejected' && taken.status === 'fulfilled') throw written.reason
  } catch (error) {
    log.error({ error, brandId }, 'An archive could not be made.')
  } finally {
    going.delete(personId)
  }
}
