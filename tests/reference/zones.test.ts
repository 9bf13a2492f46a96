// Slots about every change of every zone's clock: against Python's zoneinfo and against zdump, both with the
// system's own time zone data.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { slotsBetween, zoneClock, type Timetable } from '#core/schedule'
import { askPython, report } from './data'

const [FIRST, LAST] = [Date.UTC(2024, 0, 1), Date.UTC(2031, 0, 1)]
const DAY = 86_400_000

/**
 * Zones whose rules changed between the two editions of the data (Node carries its own) would differ; none
 * does today.
 */
const zones = Intl.supportedValuesOf('timeZone')

// Each zone's changes by asking the offset every half hour; then every half hour of wall-clock time of the
// day before, of and after each.
const SCRIPT = `
import json, sys
from datetime import datetime, timedelta, timezone
from zoneinfo import ZoneInfo
zones = json.load(sys.stdin)
start, end = datetime(2024, 1, 1, tzinfo=timezone.utc), datetime(2031, 1, 1, tzinfo=timezone.utc)
epoch = datetime(1970, 1, 1)
answer = {}
for name in zones:
    try: zone = ZoneInfo(name)
    except Exception: continue
    days, at, before = set(), start, None
    while at < end:
        offset = at.astimezone(zone).utcoffset()
        if before is not None and offset != before:
            day = at.astimezone(zone).date()
            days.update(day + timedelta(n) for n in (-1, 0, 1))
        before, at = offset, at + timedelta(hours=6)
    rows = []
    for day in sorted(days):
        for half in range(48):
            local = datetime(day.year, day.month, day.day) + timedelta(minutes=30 * half)
            utc = local.replace(tzinfo=zone, fold=0).astimezone(timezone.utc)
            rows.append([int((local - epoch).total_seconds()), int(utc.timestamp())])
    answer[name] = rows
print(json.dumps(answer))
`

const halfHours = Array.from(
  { length: 48 },
  (_, at) => `${String(at >> 1).padStart(2, '0')}:${at % 2 ? '30' : '00'}`,
)
const everyHalfHour = (zone: string): Timetable => ({
  zone,
  except: [],
  slots: ([1, 2, 3, 4, 5, 6, 7] as const).flatMap((weekday) => halfHours.map((time) => ({ id: `${weekday} ${time}`, weekday, time, use: 'any' as const, pillar: null }))), // prettier-ignore
})

describe('slots about every change of a clock, 2024 to 2030', () => {
  it('are where Python’s zoneinfo puts them', { timeout: 240_000 }, () => {
    const answer = askPython<Record<string, [number, number][]>>('zoneinfo', SCRIPT, zones)
    if (!answer) return
    if (Object.keys(answer).length === 0)
      return console.info('zoneinfo: not run, this machine has no time zone data')
    let held = 0
    const others: string[] = []
    for (const [zone, rows] of Object.entries(answer)) {
      if (rows.length === 0) continue
      const clock = zoneClock(zone, FIRST, LAST)
      const wrong = rows.filter(([local, utc]) => clock.toUtc(local * 1000) !== utc * 1000).length
      const days = new Set(rows.map(([local]) => Math.floor((local * 1000) / DAY)))
      const instants = new Set(rows.map(([, utc]) => utc * 1000))
      for (const day of days) {
        const of = rows
          .filter(([local]) => Math.floor((local * 1000) / DAY) === day)
          .map(([, utc]) => new Date(utc * 1000).toISOString())
        const slots = slotsBetween(
          everyHalfHour(zone),
          new Date(day * DAY - DAY).toISOString(),
          new Date(day * DAY + 2 * DAY).toISOString(),
        ).map((slot) => slot.at)
        if (of.every((at) => slots.includes(at))) held += of.length
        else others.push(`${zone}, ${new Date(day * DAY).toISOString().slice(0, 10)}`)
      }
      if (wrong > 0) others.push(`${zone}: ${wrong} times of ${instants.size}`)
    }
    report('zoneinfo', held, others)
    expect(held).toBeGreaterThan(200_000)
    expect(others).toEqual([])
  })

  it('follow the offsets zdump gives on both sides of each', { timeout: 240_000 }, () => {
    if (spawnSync('zdump', ['--version']).error) return console.info('zdump: not run, this machine has none')
    const LINE = /^\S+\s+\w{3} (\w{3}) +(\d+) (\S+) (\d{4}) UTC? = .+ gmtoff=(-?\d+)$/
    const known = zones.filter((zone) => existsSync(`/usr/share/zoneinfo/${zone}`))
    if (known.length === 0) return console.info('zdump: not run, this machine has no time zone data')
    const others: string[] = []
    let held = 0
    for (const zone of known) {
      const { stdout } = spawnSync('zdump', ['-v', '-c', '2024,2031', zone], { encoding: 'utf8' })
      const clock = zoneClock(zone, FIRST, LAST)
      for (const line of stdout.split('\n')) {
        const [, month, day, time, year, offset] = LINE.exec(line) ?? []
        if (!month || Number(year) < 2024 || Number(year) > 2030) continue
        const utc = Date.parse(`${day} ${month} ${year} ${time} UTC`)
        if (clock.toLocal(utc) - utc === Number(offset) * 1000) held++
        else others.push(line)
      }
    }
    report('zdump', held, others)
    expect(held).toBeGreaterThan(3000)
    expect(others).toEqual([])
  })

  it('are what RFC 5545 §3.3.5 says of the skipped and the doubled hour', () => {
    const utcOf = (text: string, zone: string): string =>
      new Date(zoneClock(zone, FIRST - 20 * 366 * DAY, LAST).toUtc(Date.parse(`${text}Z`))).toISOString()
    // “TZID=America/New_York:20070311T023000” is 3:30 EDT; “TZID=America/New_York:20071104T013000” is the
    // first, EDT.
    expect(utcOf('2007-03-11T02:30:00', 'America/New_York')).toBe('2007-03-11T07:30:00.000Z')
    expect(utcOf('2007-11-04T01:30:00', 'America/New_York')).toBe('2007-11-04T05:30:00.000Z')
  })
})
