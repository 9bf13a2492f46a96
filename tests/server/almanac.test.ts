// The almanac over HTTP: days of one's own, public holidays, calendars from elsewhere, what a post is for,
// and timetables that keep holidays. Source: holidays of Portugal and of Bavaria in 2027 (from memory).
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { AlmanacDateWithPosts, AlmanacSources, Country, RuleDays } from '#shared/almanac/types'
import type { CalendarView } from '#shared/calendars/types'
import type { BrandView } from '#shared/people/types'
import type { Problem, Undoable } from '#shared/platform/types'
import type { MonthView, PlanChange, ScheduleView } from '#shared/schedule/types'
import type { NoticeView } from '#shared/notices/types'
import { readCalendar } from '#core/formats'
import { CHATTERBROOK, draftOf, lineUpSaved, makeBrand, playHours, saveNew, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
let brandView: () => Promise<BrandView>

beforeAll(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path, view: brandView } = await makeBrand(nell, [CHATTERBROOK]))
})
afterAll(() => world.stop())

const ENTRY = { kind: 'day', title: 'Lamp night', prompt: 'Which lamp?', from: '2027-03-10' }
const add = (more: object = {}): Promise<Undoable & { id: string }> =>
  nell.want('POST', `${path}/almanac/entries`, { ...ENTRY, ...more })
const dates = (from: string, days: number): Promise<AlmanacDateWithPosts[]> =>
  nell.want('GET', `${path}/almanac/dates?from=${from}&days=${days}`)
const titles = async (from: string, days: number): Promise<string[]> =>
  (await dates(from, days)).map(
    ({ date, title, before }) => `${date.slice(5)} ${title}${before ? ` -${before}` : ''}`,
  )
const sources = (): Promise<AlmanacSources> => nell.want('GET', `${path}/almanac`)
const undo = ({ historyId }: Undoable): Promise<unknown> => nell.want('POST', `${path}/undo`, { historyId })
const refused = async (method: string, at: string, body?: object): Promise<[string, string]> => {
  const { body: said } = await nell.ask<Problem>(method, `${path}/almanac${at}`, body)
  return [said.type.split(':').at(-1)!, said.detail]
}

describe('days of one’s own', () => {
  it('are there once, or again, with their run-up; changed, left out and removed, all undone', async () => {
    const { id } = await add({ rrule: 'FREQ=WEEKLY;BYDAY=WE', runUp: [1] })
    expect(await titles('2027-03-09', 9)).toEqual([
      ...['03-09 Lamp night -1', '03-10 Lamp night', '03-16 Lamp night -1', '03-17 Lamp night'],
    ])
    const out = await nell.want<Undoable>('POST', `${path}/almanac/entries/${id}/except`, {
      date: '2027-03-10',
    })
    expect(await titles('2027-03-09', 9)).toEqual(['03-16 Lamp night -1', '03-17 Lamp night'])
    await undo(out)
    const edited = await nell.want<Undoable>('PATCH', `${path}/almanac/entries/${id}`, {
      ...ENTRY,
      ...{ version: 1, title: 'Lantern night', rrule: null, runUp: [] },
    })
    expect(await titles('2027-03-09', 9)).toEqual(['03-10 Lantern night'])
    expect(await refused('PATCH', `/entries/${id}`, { ...ENTRY, version: 1 })).toMatchObject(['stale', {}])
    await undo(edited)
    const gone = await nell.want<Undoable>('DELETE', `${path}/almanac/entries/${id}`)
    expect([await titles('2027-03-09', 9), (await sources()).entries]).toEqual([[], []])
    await undo(gone)
    expect((await sources()).entries[0]).toMatchObject({ title: 'Lamp night', next: '2027-03-10' })
    await nell.want('DELETE', `${path}/almanac/entries/${id}`)
  })

  it('are refused with a reason where no day could be theirs', async () => {
    const why = (more: object) => refused('POST', '/entries', { ...ENTRY, ...more })
    expect(await why({ rrule: 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30' })).toMatchObject(['badRule', {}])
    expect((await why({ rrule: 'FREQ=MINUTELY' }))[1]).toContain('more than once a day')
    expect((await why({ rrule: 'every Tuesday' }))[0]).toBe('badRule')
    expect((await why({ from: '2027-02-30' }))[0]).toBe('invalid')
    expect((await why({ runUp: [7, 7] }))[0]).toBe('invalid')
    expect((await why({ pillarId: '01900000-0000-7000-8000-0000000000ff' }))[0]).toBe('notFound')
    const tried = await nell.want<RuleDays>('POST', `${path}/almanac/rule`, {
      ...{ from: '2024-02-29', rrule: 'FREQ=YEARLY' },
    })
    expect(tried.dates.slice(0, 2)).toEqual(['2028-02-29', '2032-02-29'])
    const never = { from: '2027-01-01', rrule: 'FREQ=DAILY;UNTIL=20260101' }
    expect((await nell.want<RuleDays>('POST', `${path}/almanac/rule`, never)).message).toContain(
      'forty years',
    )
    const easter = { from: '2027-01-01', easterDays: -2 }
    expect((await nell.want<RuleDays>('POST', `${path}/almanac/rule`, easter)).dates[0]).toBe('2027-03-26')
  })

  it('remind as long before as they say, once, until they are over', async () => {
    const { id } = await add({ title: 'Course begins', from: '2027-03-08', remindDays: 4 })
    const told = async (): Promise<string[]> =>
      (await nell.want<NoticeView[]>('GET', `${path}/notices`)).flatMap(({ kind, title, settledAt }) =>
        kind === 'almanac' ? `${title}${settledAt ? ', settled' : ''}` : [],
      )
    await playHours(nell, 24)
    expect(await told()).toEqual([])
    await playHours(nell, 30)
    await until('a reminder', async () => ((await told()).length > 0 ? true : null), 10_000)
    expect(await told()).toEqual(['Coming up: Course begins'])
    await playHours(nell, 24 * 5)
    await until('it is over', async () => ((await told())[0]?.includes('settled') ? true : null), 10_000)
    expect(await told()).toEqual(['Coming up: Course begins, settled'])
    await nell.want('DELETE', `${path}/almanac/entries/${id}`)
  })
})

describe('public holidays', () => {
  it('are those of countries and regions, named where they are kept, and undone', async () => {
    const known = await nell.want<Country[]>('GET', `${path}/almanac/countries`)
    expect(known.length).toBeGreaterThan(150)
    expect(known.find(({ code }) => code === 'DE')!.regions.find(({ code }) => code === 'BY')?.name).toBe(
      'Bayern',
    )
    const place = (country: string, region = '', observances = false) =>
      nell.want<Undoable>('POST', `${path}/almanac/places`, { country, region, observances })
    await place('PT')
    const bavaria = await place('DE', 'BY', true)
    // Good Friday and Easter of 2027; Freedom Day is Portugal's alone, Easter Monday Bavaria's.
    const found = (await dates('2027-03-20', 60)).filter(({ isClosed }) => isClosed)
    expect(found.map(({ date, where }) => `${date.slice(5)} ${where}`)).toEqual([
      ...['03-26 Bayern, Germany; Portugal', '03-28 Portugal', '03-29 Bayern, Germany', '04-25 Portugal'],
      ...['05-01 Bayern, Germany; Portugal', '05-06 Bayern, Germany', '05-17 Bayern, Germany'],
    ])
    expect((await dates('2027-03-20', 60)).some(({ kind }) => kind === 'observance')).toBe(true)
    expect((await sources()).places.map(({ name, next }) => `${name}: ${next[0]?.date}`)).toEqual([
      ...['Bayern, Germany: 2027-03-26', 'Portugal: 2027-03-26'],
    ])
    await undo(bavaria)
    expect((await sources()).places.map(({ name }) => name)).toEqual(['Portugal'])
    expect((await refused('POST', '/places', { country: 'QQ' }))[0]).toBe('noCountry')
    expect((await refused('POST', '/places', { country: 'DE', region: 'QQ' }))[0]).toBe('noCountry')
  })

  it('close slots where a timetable keeps them, tried before, shown in the plan, and undone', async () => {
    const [account] = (await brandView()).accounts
    const open = async (): Promise<string[]> => {
      const view = await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-03-25&days=4`)
      expect(view.dates.some(({ date, isClosed }) => date === '2027-03-26' && isClosed)).toBe(true)
      return view.open.map(({ at }) => at.slice(5, 16))
    }
    const days = (day: string): string[] => [`${day}T10:00`, `${day}T15:00`]
    expect(await open()).toEqual(['03-25', '03-26', '03-27', '03-28'].flatMap(days))
    const post = await saveNew(nell, path, await draftOf(nell, path, 'On Good Friday'))
    const slot = { accountId: account!.id, kind: 'slot' as const, at: '2027-03-26T10:00:00.000Z' }
    await lineUpSaved(nell, path, post, [account!.id], [slot])
    const closed = { ...account, holidays: { action: 'none', slots: [] } }
    const tried = await nell.want<PlanChange>(
      'POST',
      `${path}/accounts/${account!.id}/timetable-change`,
      closed,
    )
    expect(tried.moved.map(({ from, to }) => [from?.slice(5, 10), to?.slice(5, 10)])).toHaveLength(1)
    const done = await nell.want<Undoable>('PUT', `${path}/accounts/${account!.id}/timetable`, closed)
    expect(await open()).not.toContain('03-26T15:00')
    const other = {
      ...{ ...account, version: account!.version + 1 },
      holidays: { action: 'replace', slots: [{ time: '12:30', use: 'any', pillarId: null }] },
    }
    await nell.want('PUT', `${path}/accounts/${account!.id}/timetable`, other)
    expect((await open()).filter((at) => at.startsWith('03-26') || at.startsWith('03-28'))).toEqual([
      ...['03-26T12:30', '03-28T12:30'],
    ])
    // A day that is said to differ itself has the last word.
    await nell.want('PUT', `${path}/accounts/${account!.id}/timetable`, {
      ...{ ...other, version: account!.version + 2 },
      except: [{ date: '2027-03-26', action: 'add', slots: [{ time: '20:00', use: 'any', pillarId: null }] }],
    })
    expect((await open()).filter((at) => at.startsWith('03-26'))).toContain('03-26T20:00')
    expect((await open()).filter((at) => at.startsWith('03-26'))).not.toContain('03-26T12:30')
    expect(done.historyId).not.toBe('')
  })
})

describe('what a post is for', () => {
  it('is kept with it, counted at its date, shown on month and sheet', async () => {
    const { id } = await add({ title: 'Open dome', from: '2027-03-20' })
    const [date] = await dates('2027-03-20', 1)
    const day = { date: '2027-03-20', title: 'Open dome', prompt: 'Which lamp?', of: id }
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Come and see', { day }))
    expect(post.doc.day).toEqual(day)
    const [now] = await dates('2027-03-20', 1)
    expect([date!.posts, now!.posts, now!.postId]).toEqual([0, 1, post.id])
    const month = await nell.want<MonthView>('GET', `${path}/schedule-month?from=2027-03-01&weeks=5`)
    expect(month.dates.find(({ title }) => title === 'Open dome')).toMatchObject({
      date: '2027-03-20',
      posts: 1,
    })
  })
})

describe('calendars from elsewhere', () => {
  it('are read by their address, in the zone they define, with what can’t be read named', async () => {
    const { id } = await nell.want<{ id: string }>('POST', `${path}/almanac/calendars`, {
      ...{ name: 'The programme', url: 'webcal://programme.example/dates.ics' },
    })
    const [calendar] = (await sources()).calendars
    expect(calendar).toMatchObject({ id, name: 'The programme', trouble: null })
    expect(calendar!.url).toBe('https://programme.example/dates.ics')
    expect(calendar!.problems.map(({ message }) => message)).toEqual([
      expect.stringContaining('The clock ticks'),
    ])
    const found = (await dates('2027-04-01', 30)).filter(({ kind }) => kind === 'calendar')
    expect(found.map(({ date, at, title, where }) => [date, at, title, where])).toEqual([
      ['2027-04-02', '2027-04-02T19:30:00.000Z', 'Open evening at the dome, with tea', 'The programme'],
      ['2027-04-21', null, 'Schools’ day', 'The programme'],
    ])
    expect(found[0]!.prompt).toBe('Doors at half past eight. The moon decides what is shown.')
    const gone = await nell.want<Undoable>('DELETE', `${path}/almanac/calendars/${id}`)
    expect((await dates('2027-04-01', 30)).some(({ kind }) => kind === 'calendar')).toBe(false)
    await undo(gone)
    expect((await dates('2027-04-01', 30)).some(({ kind }) => kind === 'calendar')).toBe(true)
  })

  it('are asked again; what fails says why and keeps what was known', async () => {
    const { id } = (await sources()).calendars[0]!
    await world.trouble('programme.example', { refuse: { status: 503, message: 'Down.' } })
    await nell.want('POST', `${path}/almanac/calendars/${id}/read`)
    const failed = (await sources()).calendars[0]!
    expect(failed.trouble).toContain('503')
    expect(failed.dates).toBeGreaterThan(10)
    await world.trouble('programme.example', null)
    // The clock brings it round again, an hour at most after that.
    await playHours(nell, 2)
    await until(
      'it is read again',
      async () => ((await sources()).calendars[0]!.trouble === null ? true : null),
      10_000,
    )
  })

  it('may be files, up to 20,000 events of which the first are kept, and are none where they are none', async () => {
    const text = ['BEGIN:VCALENDAR', 'BEGIN:VEVENT', 'UID:a', 'SUMMARY:From a file', 'DTSTART:20270321T090000', 'END:VEVENT', 'END:VCALENDAR'].join('\n') // prettier-ignore
    await nell.want('POST', `${path}/almanac/calendars/file`, { name: 'mine.ics', text })
    expect((await dates('2027-03-21', 1)).map(({ title, where }) => `${title}: ${where}`)).toEqual([
      'From a file: mine',
    ])
    const begun = performance.now()
    await nell.want('POST', `${path}/almanac/calendars`, {
      name: 'Many',
      url: 'https://programme.example/many.ics',
    })
    expect(performance.now() - begun).toBeLessThan(20_000)
    expect((await sources()).calendars.find(({ name }) => name === 'Many')!.dates).toBe(5_000)
    const why = (url: string) => refused('POST', '/calendars', { url })
    expect((await why('https://programme.example/'))[0]).toBe('noCalendar')
    expect((await why('https://closed.example/a.ics'))[0]).toBe('httpStatus')
    expect((await why('ftp://programme.example/a.ics'))[0]).toBe('noAddress')
    expect((await refused('POST', '/calendars/file', { name: 'x', text: 'no' }))[0]).toBe('noCalendar')
  })

  it('go out as one for other programs, which reads back', async () => {
    // It begins on a day that its rule does not name.
    await add({ title: 'Every third Friday', rrule: 'FREQ=MONTHLY;BYDAY=3FR', from: '2027-04-01', days: 2 })
    const answer = await nell.ask('GET', `${path}/almanac/file`)
    expect(answer.text).toContain('date-holidays')
    const span = { zone: 'UTC', from: '2027-04-01T00:00:00.000Z', to: '2027-06-01T00:00:00.000Z' }
    const { rows, problems } = readCalendar(answer.text, span)
    expect(problems).toEqual([])
    expect(rows.filter(({ title }) => title === 'Every third Friday').map(({ date }) => date)).toEqual([
      ...['2027-04-16', '2027-05-21'],
    ])
    expect(rows.some(({ date, text }) => date === '2027-04-25' && text === 'Portugal')).toBe(true)

    // The same at an address of its own, until that is ended.
    const address = async (): Promise<string> =>
      (await nell.want<CalendarView[]>('GET', `${path}/calendars`)).find(({ of }) => of === 'almanac')!
        .address!
    const done = await nell.want<Undoable>('PUT', `${path}/calendars/almanac`)
    const [at, read] = [await address(), (url: string) => fetch(`${world.server.url}${url}`)]
    expect(readCalendar(await (await read(at)).text(), span).rows).toEqual(rows)
    await nell.want('PUT', `${path}/calendars/almanac`)
    expect([(await read(at)).status, (await read(await address())).status]).toEqual([404, 200])
    await nell.want('DELETE', `${path}/calendars/almanac`)
    expect(await address()).toBe(null)
    expect(done.historyId).not.toBe('')
  })
})

describe('whose it is', () => {
  it('is the brand’s alone; a client may look at dates, and at nothing they are made from', async () => {
    const bento = await world.bento()
    const { id } = (await sources()).entries[0]!
    expect((await bento.ask('GET', `${path}/almanac/dates`)).status).toBe(404)
    await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'client' })
    expect((await bento.ask('GET', `${path}/almanac/dates`)).status).toBe(200)
    expect((await bento.ask('GET', `${path}/almanac`)).status).toBe(403)
    expect((await bento.ask('DELETE', `${path}/almanac/entries/${id}`)).status).toBe(403)
    const { path: others } = await makeBrand(nell, [])
    expect((await nell.ask('DELETE', `${others}/almanac/entries/${id}`)).status).toBe(404)
    expect(await nell.want('GET', `${others}/almanac/dates?days=400`)).toEqual([])
  })
})
