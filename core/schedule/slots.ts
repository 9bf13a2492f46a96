import { DAY, toInstant, toMs, type Instant } from '../instant'
import { minutesOf } from './readyMade'
import type { Slot, SlotUse, Timetable } from './types'
import { zoneClock } from './zoneClock'

/**
 * A timetable's slots from `from` (included) to `to` (not), in time order. A slot is an appointment with a
 * local time; one that a change of the clock skips or repeats is settled as RFC 5545 §3.3.5 says. Exceptions
 * take a day's slots off, put others in their place or add to them; their ids are the date, `T` and the time.
 * Throws RangeError for an unknown zone.
 */
export function slotsBetween(timetable: Timetable, from: Instant, to: Instant): Slot[] {
  const start = toMs(from)
  const end = toMs(to)
  if (!(start < end)) return []
  const clock = zoneClock(timetable.zone, start, end)
  const firstDay = dayStart(clock.toLocal(start)) - DAY
  const lastDay = dayStart(clock.toLocal(end)) + DAY
  const found: { utc: number; slot: Slot }[] = []
  for (let day = firstDay; day <= lastDay; day += DAY) {
    for (const planned of slotsOfDay(timetable, day)) {
      const utc = clock.toUtc(day + minutesOf(planned.time) * 60_000)
      if (utc >= start && utc < end) {
        found.push({
          utc,
          slot: { at: toInstant(utc), slotId: planned.id, use: planned.use, pillar: planned.pillar },
        })
      }
    }
  }
  return found.sort((a, b) => a.utc - b.utc).map(({ slot }) => slot)
}

interface DaySlot {
  id: string
  time: string
  use: SlotUse
  pillar: string | null
}

function slotsOfDay(timetable: Timetable, day: number): DaySlot[] {
  const date = new Date(day)
  const weekday = date.getUTCDay() === 0 ? 7 : date.getUTCDay()
  const text = date.toISOString().slice(0, 10)
  let slots: DaySlot[] = timetable.slots.filter((slot) => slot.weekday === weekday)
  for (const exception of timetable.except) {
    if (exception.date !== text) continue
    const own = exception.slots.map((slot) => ({ ...slot, id: `${text}T${slot.time}` }))
    slots = exception.action === 'none' ? [] : exception.action === 'replace' ? own : [...slots, ...own]
  }
  return slots
}

const dayStart = (local: number): number => Math.floor(local / DAY) * DAY
