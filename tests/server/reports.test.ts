// Reports for clients: made once, read by whoever has the address until it is ended, and by mail by
// themselves.
import { existsSync } from 'node:fs'
import sharp from 'sharp'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import type { BrandView } from '#shared/people/types'
import type { ReportsView, ReportView } from '#shared/reports/types'
import type { SuggestedTimes } from '#shared/results/types'
import { nextAt, periodBefore, titleOf } from '#server/reports/timetable'
import { CHATTERBROOK, COMMONFIRE, lineUpText, makeBrand, playHours, START, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
let view: () => Promise<BrandView>
const DAY = 24

beforeEach(async () => {
  world = await World.again(world, START, { QUILL_RESPONSES: 'on' })
  nell = await world.nell()
  ;({ path, view } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
})
afterAll(() => world.stop())

const WISH = {
  title: 'March so far',
  from: '2027-03-01',
  to: '2027-03-31',
  opening: 'Dear council,\n\na good month <b>for</b> the dark.',
  parts: ['days', 'accounts', 'posts', 'mix', 'sources'],
}
const reports = (): Promise<ReportsView> => nell.want('GET', `${path}/reports`)
const make = (more: Record<string, unknown> = {}): Promise<ReportView> =>
  nell.want('POST', `${path}/reports`, { ...WISH, ...more })
/** As anybody asks who is not signed in. */
const open = (address: string): Promise<Response> => fetch(`${world.server.url}${address}`)

async function sendSome(texts: string[]): Promise<void> {
  for (const text of texts) await lineUpText(nell, path, text)
  await playHours(nell, 5 * DAY)
}

describe('a report', () => {
  it('is read by whoever has its address, stays as it was made, and is gone once that is ended', async () => {
    await sendSome(['Look up tonight?', '=SUM(A1) is no formula here, "quoted", and goes on'])
    const made = await make()
    expect(made).toMatchObject({ title: 'March so far', endedAt: null })
    const page = await open(made.address!)
    expect(page.status).toBe(200)
    const html = await page.text()
    expect(html).toContain('March so far')
    expect(html).toContain('1 March 2027 – 31 March 2027')
    expect(html).toContain('a good month &lt;b&gt;for&lt;/b&gt; the dark.')
    expect(html).toContain('Look up tonight?')
    expect(html).not.toContain('<script')
    expect(page.headers.get('content-security-policy')).toContain("default-src 'none'")
    expect(page.headers.get('x-robots-tag')).toBe('noindex')
    expect(page.headers.get('referrer-policy')).toBe('no-referrer')

    const csv = await open(`${made.address}.csv`)
    expect(csv.headers.get('content-disposition')).toContain('attachment')
    const table = await csv.text()
    expect(table).toMatch(/^Text,Account,Sent,Pillar,Answers,Clicks,Address\r\n/)
    expect(table).toContain(`"'=SUM(A1) is no formula here, ""quoted"", and goes on"`)
    expect(table.trim().split('\r\n')).toHaveLength(5)

    // What goes out afterwards is not in it.
    await sendSome(['Afterwards'])
    expect(await (await open(made.address!)).text()).toBe(html)

    const ended = await nell.want<ReportView>('POST', `${path}/reports/${made.id}/end`)
    expect([ended.address, ended.endedAt !== null]).toEqual([null, true])
    for (const address of [made.address!, `${made.address}.csv`, `${made.address}.pdf`])
      expect((await open(address)).status).toBe(404)
    expect((await reports()).reports.map(({ id }) => id)).toEqual([made.id])
    await nell.want('DELETE', `${path}/reports/${made.id}`)
    expect((await reports()).reports).toEqual([])
    expect((await nell.ask('DELETE', `${path}/reports/${made.id}`)).status).toBe(404)
  })

  it('shows the pictures of its posts, as small as it needs them', async () => {
    const png = await sharp({ create: { width: 1600, height: 900, channels: 3, background: '#1d2433' } })
      .png()
      .toBuffer()
    const { body } = await nell.upload<{ id: string }>(`${path}/pictures`, png, 'night.png')
    await lineUpText(nell, path, 'The hill at night', {
      pictures: [{ id: body.id, description: 'A dark hill', focus: { x: 0.5, y: 0.5 } }],
    })
    await playHours(nell, 3 * DAY)
    const { address } = await make()
    const html = await (await open(address!)).text()
    const [, source] = /<img src="data:image\/[a-z]+;base64,([^"]+)" alt="A dark hill"/.exec(html)!
    const shown = await sharp(Buffer.from(source!, 'base64')).metadata()
    expect([shown.width, shown.height]).toEqual([480, 270])
  })

  it('is opened by its own key alone, and never shows another brand', async () => {
    await sendSome(['Only of the first brand'])
    const first = await make()
    const other = await makeBrand(nell, [COMMONFIRE])
    await lineUpText(nell, other.path, 'Only of the second brand')
    await playHours(nell, 3 * DAY)
    const second = await nell.want<ReportView>('POST', `${other.path}/reports`, WISH)
    const [, , firstId, firstKey] = first.address!.split('/')
    const [, , secondId, secondKey] = second.address!.split('/')
    for (const wrong of [
      `/report/${firstId}/${secondKey}`,
      `/report/${secondId}/${firstKey}`,
      `/report/${firstId}/${firstKey!.slice(0, 23)}0`.replace(firstKey!, '0'.repeat(24)),
      `/report/${firstId}/${firstKey}.html`,
      `/report/none/${firstKey}`,
      `/report/${firstId}/${'0'.repeat(24)}`,
    ])
      expect((await open(wrong)).status, wrong).toBe(404)
    const [one, two] = [await (await open(first.address!)).text(), await (await open(second.address!)).text()]
    expect([one.includes('first brand'), one.includes('second brand')]).toEqual([true, false])
    expect([two.includes('first brand'), two.includes('second brand')]).toEqual([false, true])
    // Nor may one brand end or remove what is another's.
    expect((await nell.ask('POST', `${other.path}/reports/${first.id}/end`)).status).toBe(404)
    expect((await nell.ask('DELETE', `${other.path}/reports/${first.id}`)).status).toBe(404)
  })

  it('has its own numbers of an account that was removed, and of a month without any post', async () => {
    await sendSome(['Before it went'])
    const account = (await view()).accounts.find(({ name }) => name === 'Chatterbrook')!
    await nell.want('DELETE', `${path}/accounts/${account.id}`)
    const html = await (await open((await make()).address!)).text()
    expect(html).toContain('an account removed since')
    expect(html).toContain('Before it went')
    const empty = await (await open((await make({ from: '2027-02-01', to: '2027-02-28' })).address!)).text()
    expect(empty).toContain('Nothing went out in this time.')
    expect(empty).toContain('<dd class="value">0</dd><dt>posts</dt>')
    expect(empty).not.toMatch(/NaN|Infinity|undefined|null/)
  })

  it.each([
    ['ends before it begins', { from: '2027-03-10', to: '2027-03-09' }, 422],
    ['is longer than a year', { from: '2025-03-01', to: '2027-03-01' }, 422],
    ['has not begun', { from: '2028-01-01', to: '2028-01-31' }, 422],
    ['is no day', { from: '2027-02-30', to: '2027-03-01' }, 422],
  ])('of a period that %s is not made, and why is said', async (_, period, status) => {
    const answer = await nell.ask('POST', `${path}/reports`, { ...WISH, ...period })
    expect(answer.status).toBe(status)
    expect((answer.body as { detail: string }).detail.length).toBeGreaterThan(10)
  })

  it('is a PDF where there is a browser, made once; else that is said', async () => {
    await sendSome(['On paper'])
    const { address } = await make()
    const { canPrint } = await reports()
    const answer = await open(`${address}.pdf`)
    if (!canPrint) {
      expect(existsSync('/usr/bin/chromium')).toBe(false)
      expect(answer.status).toBe(501)
      return
    }
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf'])
    const bytes = Buffer.from(await answer.arrayBuffer())
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    const again = Buffer.from(await (await open(`${address}.pdf`)).arrayBuffer())
    expect(again.equals(bytes)).toBe(true)
  })
})

describe('by themselves', () => {
  const timetable = (more: Record<string, unknown>): Promise<ReportsView> =>
    nell.want('PUT', `${path}/reports/timetable`, {
      every: 'week',
      mail: ['client@hill.example'],
      opening: 'As every week.',
      parts: ['posts'],
      version: 0,
      ...more,
    })
  const mails = async () =>
    (await world.told()).filter(({ way, to }) => way === 'mail' && to === 'client@hill.example')

  it('reports are made once a period and mailed to who said yes, each to an address that opens', async () => {
    await timetable({})
    await lineUpText(nell, path, 'Of the first week')
    // Nobody said yes yet: made, and not mailed.
    await playHours(nell, 8 * DAY)
    await until('one is made', async () => (await reports()).reports.length === 1)
    expect((await reports()).reports[0]).toMatchObject({ madeBy: null, mailedAt: null })
    expect((await mails()).map(({ text }) => text.split('\n')[0])).toEqual(['Mail of A brand?'])
    const question = /\/confirm\/\S+/.exec((await mails())[0]!.text)![0]
    await world.nobody().want('POST', question)
    expect((await reports()).timetable.mail).toEqual([{ address: 'client@hill.example', isConfirmed: true }])

    await playHours(nell, 7 * DAY)
    await until('the next is mailed', async () => (await reports()).reports[0]?.mailedAt)
    const letter = (await mails()).at(-1)!.text
    expect(letter).toContain('As every week.')
    const address = /\/report\/\S+/.exec(letter)![0]
    expect((await open(address)).status).toBe(200)
    const attached = (await mails()).at(-1)!.files!
    expect(attached).toEqual(
      (await reports()).canPrint
        ? [
            {
              name: expect.stringMatching(/^2027-03-\d\d 2027-03-\d\d\.pdf$/) as string,
              type: 'application/pdf',
              start: expect.stringMatching(/^%PDF-1/) as string,
            },
          ]
        : [],
    )
    expect((await reports()).reports).toHaveLength(2)
    await world.rounds(3)
    expect((await mails()).filter(({ text }) => text.includes('/report/'))).toHaveLength(1)

    // The address stays known when the notices are set anew, which know nothing of it.
    await nell.want('PUT', `${path}/telling`, { hook: '', mail: [], quietFrom: null, quietUntil: null })
    expect((await reports()).timetable.mail[0]!.isConfirmed).toBe(true)
  }, 60_000)

  it('a report that was made before the process ended is mailed, and no second one is made', async () => {
    await timetable({ mail: [] })
    await playHours(nell, 8 * DAY)
    await until('one is made', async () => (await reports()).reports.length === 1)
    // As if it had ended before it noted when the next is due.
    world.change(`UPDATE report_timetables SET next_at = next_at - ${7 * DAY * 3_600_000}`)
    await world.rounds(3)
    expect((await reports()).reports).toHaveLength(1)
    expect(Date.parse((await reports()).timetable.nextAt!)).toBeGreaterThan(START)
  })

  it('a mail server that takes no letter is tried again for a day, and that is said', async () => {
    await timetable({ mail: ['full.box@hill.example'] })
    world.change('UPDATE mail_addresses SET confirmed_at = 1')
    await playHours(nell, 5 * DAY + 23)
    await until('one is made', async () => (await reports()).reports.length === 1)
    await until('it was tried', async () => (await reports()).reports[0]!.message)
    const [report] = (await reports()).reports
    expect(report!.message).toBe('1 letter was not taken by the mail server.')
    const soon = Date.parse((await reports()).timetable.nextAt!) - Date.parse(report!.madeAt)
    expect(soon).toBeLessThan(2 * 3_600_000)
    await playHours(nell, 2 * DAY)
    await until('it is given up', async () => {
      const { timetable: kept } = await reports()
      return Date.parse(kept.nextAt!) - Date.parse(report!.madeAt) > 6 * DAY * 3_600_000 ? true : undefined
    })
    expect((await reports()).reports).toHaveLength(1)
  })

  it('what one address does not take is tried again for that one alone', async () => {
    await timetable({ mail: ['client@hill.example', 'full.box@hill.example'] })
    world.change('UPDATE mail_addresses SET confirmed_at = 1')
    await playHours(nell, 5 * DAY + 23)
    await until('it was tried', async () => (await reports()).reports[0]?.message)
    expect((await reports()).reports[0]!.mailedAt).not.toBeNull()
    await playHours(nell, 2 * DAY)
    const toClient = (await mails()).filter(({ text }) => text.includes('/report/'))
    expect(toClient).toHaveLength(1)
    expect((await reports()).reports[0]!.message).toBe('1 letter was not taken by the mail server.')
  })

  it('a report that could not be made says why, until the timetable is set anew', async () => {
    await timetable({ mail: [] })
    world.change(
      `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 200)
       INSERT INTO reports (id, brand_id, title, from_day, to_day, content_json, made_at)
       SELECT 'kept' || i, (SELECT brand_id FROM report_timetables), 'Kept', '2026-01-01', '2026-01-02', '{}', i FROM n`,
    )
    await playHours(nell, 7 * DAY)
    const message = await until('it says why', async () => (await reports()).timetable.message)
    expect(message).toMatch(/^The report from 2027-03-01 to 2027-03-07 was not made: as many are kept/)
    const { version } = (await reports()).timetable
    expect((await timetable({ version })).timetable.message).toBe('')
  })

  it('of two who set the timetable at once one is told', async () => {
    await timetable({})
    const second = await nell.ask('PUT', `${path}/reports/timetable`, {
      every: 'month',
      mail: [],
      opening: '',
      parts: [],
      version: 0,
    })
    expect(second.status).toBe(409)
    expect((await timetable({ every: 'never', version: 1 })).timetable.nextAt).toBeNull()
  })

  it.each([
    ['week', '2027-03-03T10:00:00Z', '2027-03-08T07:00:00.000Z', '2027-02-22', '2027-02-28'],
    ['month', '2027-03-03T10:00:00Z', '2027-04-01T06:00:00.000Z', '2027-02-01', '2027-02-28'],
    // In Lisbon summer time begins on 28 March 2027: seven there is six here from then on.
    ['week', '2027-03-28T12:00:00Z', '2027-03-29T06:00:00.000Z', '2027-03-15', '2027-03-21'],
    ['month', '2028-03-01T07:00:00Z', '2028-04-01T06:00:00.000Z', '2028-02-01', '2028-02-29'],
  ] as const)(
    'of each %s, seen on %s, next come at seven on the brand’s clock',
    (every, now, next, from, to) => {
      const brand = { zone: 'Europe/Lisbon' }
      expect(new Date(nextAt(brand, every, Date.parse(now))).toISOString()).toBe(next)
      expect(periodBefore(brand, every, Date.parse(now))).toEqual({ from, to })
      expect(titleOf(every, from)).toContain('202')
    },
  )
})

describe('suggested times', () => {
  it('say that too little is known, and take what is wished within bounds', async () => {
    const account = (await view()).accounts[0]!
    const ask = (query = ''): Promise<SuggestedTimes> =>
      nell.want('GET', `${path}/accounts/${account.id}/suggested-times${query}`)
    const { kinds, before } = await ask()
    expect(kinds.map(({ days, found }) => [days, found])).toEqual([
      ['weekdays', null],
      ['weekend', null],
    ])
    expect(before).toBe(0)
    const [weekdays] = (await ask('?count=99&gap=90&from=8:00&to=20:30')).kinds
    expect(weekdays!.wish).toEqual({ count: 12, minGapMinutes: 90, from: '07:00', to: '20:30' })
    const other = await makeBrand(nell, [COMMONFIRE])
    expect((await nell.ask('GET', `${other.path}/accounts/${account.id}/suggested-times`)).status).toBe(404)
  })

  it('count the posts of before an account was connected while there are few of its own', async () => {
    const account = (await view()).accounts[0]!
    const at = (day: number, hour: number): number => START - (day * 24 - hour) * 3_600_000
    world.change('DELETE FROM outside_posts')
    for (let day = 10; day < 40; day++) {
      const [hour, likes] = day % 2 === 0 ? [1, 40] : [10, 4]
      world.change(
        `INSERT INTO outside_posts (account_id, remote_id, at, text, likes)
         VALUES ('${account.id}', 'o${day}', ${at(day, hour)}, 'x', ${likes})`,
      )
    }
    const { before, kinds } = await nell.want<SuggestedTimes>(
      'GET',
      `${path}/accounts/${account.id}/suggested-times?count=1`,
    )
    expect(before).toBe(30)
    expect(kinds[0]!.found!.posts + (kinds[1]!.found?.posts ?? 0)).toBe(30)
    const hour = Number(kinds[0]!.found!.times[0]!.time.slice(0, 2))
    const local = new Date(at(10, 1)).getUTCHours()
    expect(Math.abs(hour - local)).toBeLessThanOrEqual(1)
  })
})
