// What is said of the rows of a file of posts, and where they would go: the pure half.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DAY } from '#core/instant'
import type { NetworkRules } from '#core/post'
import { planLines, type PlanInput } from '#core/schedule'
import { say } from '#shared/messages'
import { accountsNamed } from '#server/batches/accountsNamed'
import { judgeRows, type JudgeFacts, type PlannedRow, type RowToJudge } from '#server/batches/judge'
import { placeRows } from '#server/batches/place'
import { anyInput } from '../core/support/anyPlan'

const NOW = '2027-03-02T09:00:00.000Z'
const RULES: NetworkRules = {
  id: 'chatterbrook', name: 'Chatterbrook', limit: 500, maxTextBytes: null, counting: 'characters', linkLength: 23, mentionCounts: 'whole', links: 'in-text', shortLinks: true,
  hashtags: { max: null }, embeds: 'one', boards: false, audiences: [], equalTextRefusedDays: null, rate: null,
  media: { kinds: ['picture'], min: 0, max: 4, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 1e7, descriptions: 'wanted' },
} // prettier-ignore
const account = (id: string, name: string, more = {}) => ({
  ...{ id, name, network: 'Chatterbrook', handle: `@${id}`, rules: RULES },
  linkRule: {
    kind: 'plain' as const,
    marks: { source: '', medium: '', campaign: '', term: '', content: '' },
  },
  ...more,
})
const ACCOUNTS = [
  account('low', 'The Low Lamp'),
  account('high', 'High Street'),
  account('high2', 'High Street', {
    network: 'Commonfire',
    rules: { ...RULES, id: 'commonfire', name: 'Commonfire', limit: 300 },
  }),
  account('comma', 'Bread, Butter & Co'),
]
const named = (cell: string): string => {
  const { accounts, problem } = accountsNamed(cell, ACCOUNTS)
  return problem ? say([problem]) : accounts.map(({ id }) => id).join(' ')
}

describe('accountsNamed', () => {
  it('knows an account by name, handle and network, whatever the case', () => {
    expect(named('the low  lamp')).toBe('low')
    expect(named('@low')).toBe('low')
    expect(named('high2')).toBe('high2')
    expect(named('High Street on Commonfire')).toBe('high2')
    expect(named('Commonfire: high street')).toBe('high2')
    expect(named('Commonfire')).toBe('high2')
  })

  it('takes several, and a name that has a comma as one', () => {
    expect(named('The Low Lamp; High Street on Commonfire')).toBe('low high2')
    expect(named('@low, @high\n@low')).toBe('low high')
    expect(named('Bread, Butter & Co')).toBe('comma')
  })

  it('says which is none, and which may be two', () => {
    expect(named('Nobody')).toBe('There is no account “Nobody”.')
    expect(named('@low, Nobody')).toBe('There is no account “Nobody”.')
    expect(named('High Street')).toBe(
      '“High Street” may be High Street on Chatterbrook or High Street on Commonfire: write it so.',
    )
  })
})

const FACTS: JudgeFacts = {
  ...{ now: NOW, zone: 'UTC', order: null, brandName: 'A brand', shortBase: null },
  accounts: ACCOUNTS,
  pillars: [{ id: 'craft', name: 'Craft' }],
  campaigns: [{ id: 'spring', name: 'Spring' }],
  campaignMarks: new Map(),
  pictures: [
    ['lamp.png', { id: 'p1', width: 800, height: 600, bytes: 9_000, message: null }],
    ['https://paper.example/gone.png', null],
  ],
  writing: { marksInText: false },
  wordsNotUsed: ['synergy'],
}
const judge = (...cells: RowToJudge['cells'][]) =>
  judgeRows(
    cells.map((own, position) => ({ position, line: position + 2, cells: { account: '@low', ...own } })),
    FACTS,
  )
const faultsOf = (cells: RowToJudge['cells']): string[] =>
  judge(cells)[0]!.problems.map(({ field, messages }) => `${field}: ${say(messages)}`)

describe('judgeRows', () => {
  it('makes a post of a row, with its picture, pillar, wordings and times', () => {
    const [{ doc, planned, problems } = judge()[0]!] = judge({
      text: 'A lamp is lit',
      link: 'https://paper.example/lamp',
      pillar: 'craft',
      at: '2027-03-04 10:00',
      goodUntil: '2027-03-09',
      hashtags: '#lamps #evening',
      picture: 'Lamp.PNG',
      description: 'A lamp on a sill',
      wording2: 'Said otherwise',
    })
    expect(problems).toEqual([])
    expect(doc).toMatchObject({
      wordings: [{ text: 'A lamp is lit' }, { text: 'Said otherwise' }],
      pillarId: 'craft',
      hashtags: ['lamps', 'evening'],
      pictures: [{ id: 'p1', description: 'A lamp on a sill' }],
      accounts: [{ accountId: 'low', chosen: true }],
    })
    expect(planned).toMatchObject({
      accountIds: ['low'],
      at: '2027-03-04T10:00:00.000Z',
      words: 'a lamp is lit',
    })
  })

  it('says of each fault which cell it is in and why', () => {
    expect(faultsOf({ text: '' })).toEqual(['text: It has no text.'])
    expect(faultsOf({ text: 'A', account: 'Nobody' })).toEqual(['account: There is no account “Nobody”.'])
    expect(faultsOf({ text: 'A', pillar: 'Weather' })).toEqual(['pillar: There is no pillar “Weather”.'])
    expect(faultsOf({ text: 'A', picture: 'cat.png' })).toEqual(['picture: No picture “cat.png” came with the file.']) // prettier-ignore
    expect(faultsOf({ text: 'A', picture: 'https://paper.example/gone.png' })).toEqual([
      'picture: No picture could be fetched from “https://paper.example/gone.png”.',
    ])
    expect(faultsOf({ text: 'A', link: 'paper' })).toEqual(['link: “paper” is not a web address.'])
    expect(faultsOf({ text: 'A', at: 'soon', goodUntil: '31.2.2027' })).toEqual([
      'at: “soon” is not a day and time; one looks like 2027-03-02 10:00.',
      'goodUntil: “31.2.2027” is no day of the calendar.',
    ])
    expect(faultsOf({ text: 'A', goodUntil: '2027-03-01' })[0]).toMatch(/^goodUntil: /)
    expect(faultsOf({ text: 'word '.repeat(5_000) })[0]).toBe('text: It has more than 20000 characters.')
    expect(
      faultsOf({ text: 'A', hashtags: Array.from({ length: 31 }, (_, at) => `t${at}`).join(' ') }),
    ).toEqual(['hashtags: It has more than 30 hashtags.'])
  })

  it('has the network’s own limits count, for each wording on each account', () => {
    const long = 'so '.repeat(200)
    expect(faultsOf({ text: long })[0]).toMatch(/^text: \d+ too many: /)
    expect(faultsOf({ text: 'A', wording3: long })[0]).toMatch(/^wording2: /)
    const both = judge({ text: long, account: '@low; High Street on Commonfire' })[0]!.problems
    expect(both.some(({ messages }) => say(messages).startsWith('The Low Lamp: '))).toBe(true)
  })

  it('warns without refusing', () => {
    const [row] = judge({ text: 'All about synergy' })
    expect(row!.problems).toEqual([])
    expect(row!.warnings.map(say).join(' ')).toContain('synergy')
  })

  it('keeps the faults of rows apart', () => {
    const rows = judge({ text: 'A' }, { text: '', at: 'soon' }, { text: 'B', link: 'x y' }, { text: 'C' })
    expect(rows.map(({ problems }) => problems.map(({ field }) => field))).toEqual([[], ['text', 'at'], ['link'], []]) // prettier-ignore
    expect(rows.map(({ doc }) => doc?.wordings[0]!.text ?? null)).toEqual(['A', null, null, 'C'])
  })
})

const rowOf = (position: number, accountIds: string[], more: Partial<PlannedRow> = {}): PlannedRow => ({
  ...{ position, line: position + 2, accountIds, at: null, goodUntil: null, pillarId: null, linkKey: null },
  words: `post ${position}`,
  ...more,
})

describe('placeRows', () => {
  it('puts rows behind the line in their order, and moves nothing that stands there', () => {
    fc.assert(
      fc.property(anyInput, fc.integer({ min: 1, max: 12 }), (input: PlanInput, count) => {
        const rows = Array.from({ length: count }, (_, at) => rowOf(at, [input.accounts[0]!.id]))
        const placed = placeRows({ input, rows, lined: [] })
        expect(placed.moved).toBe(0)
        const times = placed.rows.map(({ place }) => place.places[0]!.at).filter((at) => at !== null)
        expect(times).toEqual(times.toSorted())
        // What it says is what the plan does with them in line.
        const after = planLines({
          ...input,
          posts: [
            ...input.posts,
            ...rows.map((row) => ({
              ...{ id: `r${row.position}`, accountId: row.accountIds[0]!, pillar: null, fixed: null },
              ...{ follows: null, seriesId: `r${row.position}`, notBefore: input.now, goodUntil: null },
              ...{ firm: true, linkKey: null },
            })),
          ],
        })
        const own = rows.map(
          (row) => after.entries.find(({ postId }) => postId === `r${row.position}`)?.at ?? null,
        )
        expect(placed.rows.map(({ place }) => place.places[0]!.at)).toEqual(own)
      }),
      { numRuns: 150 },
    )
  })

  const bare = (): PlanInput => ({
    ...{ now: NOW, until: new Date(Date.parse(NOW) + 90 * DAY).toISOString(), settleMinutes: 15 },
    ...{ lateMinutes: 60, sameLinkApartMinutes: 0, posts: [], evergreens: [], history: [] },
    accounts: [
      {
        id: 'low',
        timetable: {
          zone: 'UTC',
          slots: [{ id: 's', weekday: 2, time: '10:00', use: 'any', pillar: null }],
          except: [],
        },
        ...{ perDay: null, minGapMinutes: 0, hold: null, repeatAfterDays: null, mix: [] },
      },
    ],
  })
  const placeOf = (...rows: PlannedRow[]) =>
    placeRows({
      input: bare(),
      rows,
      lined: [{ accountId: 'low', account: 'The Low Lamp', text: 'Post  7' }],
    }).rows.map(({ place }) => ({
      at: place.places[0]!.at?.slice(5, 16) ?? null,
      faults: place.problems.map(({ field, messages }) => `${field}: ${say(messages)}`),
      warnings: place.warnings.map(say),
    }))

  it('takes a time of its own, and refuses one that is over', () => {
    const [later, over] = placeOf(
      rowOf(0, ['low'], { at: '2027-03-05T08:15:00.000Z' }),
      rowOf(1, ['low'], { at: '2027-03-01T08:00:00.000Z' }),
    )
    expect(later).toEqual({ at: '03-05T08:15', faults: [], warnings: [] })
    expect(over!.at).toBeNull()
    expect(over!.faults[0]).toMatch(/^at: /)
  })

  it('lets what finds no slot in the days planned wait, but not what is out of date before its turn', () => {
    const rows = Array.from({ length: 16 }, (_, at) => rowOf(at, ['low']))
    const placed = placeOf(...rows, rowOf(16, ['low'], { goodUntil: '2027-03-20T00:00:00.000Z' }))
    expect(placed.filter(({ at }) => at === null).length).toBeGreaterThan(0)
    expect(placed.slice(0, 16).every(({ faults }) => faults.length === 0)).toBe(true)
    expect(placed[16]!.faults[0]).toMatch(/^goodUntil: /)
  })

  it('points out the same words twice, and those that stand in line', () => {
    const [first, second, third] = placeOf(
      rowOf(0, ['low']),
      rowOf(1, ['low'], { words: 'post 0' }),
      rowOf(7, ['low']),
    )
    expect(first!.warnings).toEqual([])
    expect(second!.warnings).toEqual(['The same words go to the same account in row 2.'])
    expect(third!.warnings).toEqual(['A post with these words is in line for The Low Lamp already.'])
  })
})
