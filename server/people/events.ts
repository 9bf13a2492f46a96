import { createEventStream, getHeader, type H3Event } from 'h3'
import type { ChangeEvent } from '#shared/platform/types'
import { useDb } from '#server/platform/db'
import { brandsOf } from './queries/brands'
import { changesAfter, lastChange } from '#server/platform/changes/queries'
import type { ChangeRow } from '#server/platform/changes/rows'
import { problem } from '#server/platform/http/problem'
import { isLive } from './sessions'

const LOOK_EVERY_MS = 300
const STAY_AWAKE_MS = 25_000
const MOST_AT_ONCE = 200

/**
 * Follows the table of changes and tells a browser those of its person's brands; `Last-Event-ID` resumes
 * where it was.
 */
export async function streamChanges(event: H3Event, personId: string, sessionId: string): Promise<void> {
  const leave = takePlace(sessionId)
  const stream = createEventStream(event)
  const db = await useDb()
  let seq = seqOf(getHeader(event, 'last-event-id')) ?? (await lastChange(db))
  let closed = false
  let lastWord = 0
  const look = async (): Promise<void> => {
    if (!(await isLive(sessionId))) return stream.close()
    const rows = await changesAfter(db, seq, MOST_AT_ONCE)
    if (rows.length > 0) {
      seq = rows.at(-1)!.seq
      const mine = new Set((await brandsOf(db, personId)).map((brand) => brand.id))
      const told = rows.filter((row) => row.brand_id === null || mine.has(row.brand_id))
      if (told.length > 0)
        await stream.push({ id: String(seq), event: 'changes', data: JSON.stringify(told.map(eventOf)) })
      lastWord = 0
    } else if ((lastWord += LOOK_EVERY_MS) > STAY_AWAKE_MS) {
      await stream.push({ event: 'still-here', data: '' })
      lastWord = 0
    }
    if (!closed) setTimeout(() => void look().catch(() => stream.close()), LOOK_EVERY_MS)
  }
  const end = (): Promise<void> => stream.close()
  streams.add(end)
  stream.onClosed(() => {
    closed = true
    streams.delete(end)
    leave()
    return stream.close()
  })
  setTimeout(() => void look().catch(() => stream.close()), LOOK_EVERY_MS)
  // Not awaited: nothing is taken from the stream before it is sent.
  void stream.push({ event: 'still-here', data: '' })
  await stream.send()
}

/** The number of a change as a browser gives it back; null for what is none. */
const seqOf = (text: string | undefined): number | null =>
  /^\d{1,15}$/.test(text ?? '') ? Number(text) : null

/** Streams that one session may have open: a tab has one. */
const MOST_STREAMS = 8
const open = new Map<string, number>()

/**
 * Takes a stream's place; gives what leaves it again. Throws `tooManyStreams` where a session has as many as
 * it may.
 */
function takePlace(sessionId: string): () => void {
  const mine = open.get(sessionId) ?? 0
  if (mine >= MOST_STREAMS) throw problem('tooManyStreams')
  open.set(sessionId, mine + 1)
  let isLeft = false
  return () => {
    if (isLeft) return
    isLeft = true
    const left = (open.get(sessionId) ?? 1) - 1
    if (left > 0) open.set(sessionId, left)
    else open.delete(sessionId)
  }
}

const streams = new Set<() => Promise<void>>()

/**
 * Ends all streams: a server that is to stop would wait for them, and a browser takes its stream up again by
 * itself.
 */
export function endStreams(): void {
  for (const end of streams) void end()
}

const eventOf = (row: ChangeRow): ChangeEvent => ({
  seq: row.seq,
  brandId: row.brand_id,
  what: row.what,
  which: row.which,
  request: row.request,
})
