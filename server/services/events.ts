import { createEventStream, getHeader, type H3Event } from 'h3'
import type { ChangeEvent } from '../../shared/api'
import { useDb } from '../db'
import { brandsOf } from '../db/brands'
import { changesAfter, lastChange, type ChangeRow } from '../db/changes'

const LOOK_EVERY_MS = 300
const STAY_AWAKE_MS = 25_000
const MOST_AT_ONCE = 200

/** Follows the table of changes and tells a browser those of its person's brands; `Last-Event-ID` resumes where it was. */
export async function streamChanges(event: H3Event, personId: string): Promise<void> {
  const stream = createEventStream(event)
  const db = await useDb()
  let seq = Number(getHeader(event, 'last-event-id')) || (await lastChange(db))
  let closed = false
  let lastWord = 0
  const look = async (): Promise<void> => {
    const rows = await changesAfter(db, seq, MOST_AT_ONCE)
    if (rows.length > 0) {
      seq = rows.at(-1)!.seq
      const mine = new Set((await brandsOf(db, personId)).map((brand) => brand.id))
      const told = rows.filter((row) => row.brand_id === null || mine.has(row.brand_id))
      if (told.length > 0) await stream.push({ id: String(seq), event: 'changes', data: JSON.stringify(told.map(eventOf)) })
      lastWord = 0
    } else if ((lastWord += LOOK_EVERY_MS) > STAY_AWAKE_MS) {
      await stream.push({ event: 'still-here', data: '' })
      lastWord = 0
    }
    if (!closed) setTimeout(() => void look().catch(() => stream.close()), LOOK_EVERY_MS)
  }
  stream.onClosed(() => {
    closed = true
    return stream.close()
  })
  setTimeout(() => void look().catch(() => stream.close()), LOOK_EVERY_MS)
  // Not awaited: nothing is taken from the stream before it is sent.
  void stream.push({ event: 'still-here', data: '' })
  await stream.send()
}

const eventOf = (row: ChangeRow): ChangeEvent => ({ seq: row.seq, brandId: row.brand_id, what: row.what, which: row.which })
