// Bars of campaigns over the days of a week or more.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { barsOf, type Spanning } from '#core/campaigns/bars'
import { withCampaign, markedLink, type LinkRule } from '#core/url/linkRule'

const WEEK = { from: '2027-03-01', to: '2027-03-07' }
const span = (id: string, from: string, to: string | null): Spanning => ({ id, from, to })
const shown = (all: Spanning[]): string[] =>
  barsOf(all, WEEK).map(
    ({ of, lane, first, days, begins, ends }) =>
      `${of.id} ${lane}:${first}+${days}${begins ? ' begins' : ''}${ends ? ' ends' : ''}`,
  )

describe('bars', () => {
  it('are cut to the days, and say whether what they are of begins and ends there', () => {
    expect(
      shown([
        span('all along', '2027-02-01', '2027-04-01'),
        span('begins', '2027-03-05', null),
        span('one day', '2027-03-03', '2027-03-03'),
        span('ends', '2027-01-01', '2027-03-01'),
        span('before', '2027-02-01', '2027-02-28'),
        span('after', '2027-03-08', null),
        span('the wrong way', '2027-03-05', '2027-03-02'),
      ]),
    ).toEqual(['ends 0:0+1 ends', 'all along 1:0+7', 'one day 0:2+1 begins ends', 'begins 0:4+3 begins'])
  })

  const anyDay = fc.integer({ min: 0, max: 27 }).map((at) => `2027-02-${String(at + 1).padStart(2, '0')}`)
  it('never cover each other, and take no more rows than go on at once', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ from: anyDay, to: fc.option(anyDay) }), { maxLength: 30 }),
        (spans) => {
          const all = spans.map((one, at) => ({ ...one, id: String(at) }))
          const bars = barsOf(all, { from: '2027-02-08', to: '2027-02-21' })
          const taken = new Set<string>()
          const onDay = Array.from({ length: 14 }, () => 0)
          for (const { lane, first, days } of bars)
            for (let day = first; day < first + days; day++) {
              expect(taken.has(`${lane} ${day}`)).toBe(false)
              taken.add(`${lane} ${day}`)
              onDay[day]!++
            }
          const rows = Math.max(0, ...bars.map(({ lane }) => lane + 1))
          expect(rows).toBe(Math.max(0, ...onDay))
        },
      ),
    )
  })
})

describe('a campaign in links’ marks', () => {
  const names = { network: 'N', account: '@a', pillar: 'P', brand: 'B' }
  const rule = (kind: LinkRule['kind']): LinkRule => ({
    kind,
    marks: { source: '{network}', campaign: 'usual' },
  })
  it('stands in place of what the rule says, where links carry marks at all', () => {
    const link = 'https://lowlamp.example/a'
    expect(markedLink(link, withCampaign(rule('marks'), 'Dark Week'), names)).toBe(
      `${link}?utm_source=n&utm_campaign=dark-week`,
    )
    expect(markedLink(link, withCampaign(rule('marks'), ''), names)).toBe(
      `${link}?utm_source=n&utm_campaign=usual`,
    )
    expect(markedLink(link, withCampaign(rule('plain'), 'Dark Week'), names)).toBe(link)
  })
})
