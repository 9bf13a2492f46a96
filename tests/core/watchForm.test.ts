import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  EMPTY_FORM,
  formatWatch,
  formOfQuery,
  matchWatch,
  parseWatch,
  queryOfForm,
  suggestWords,
  termsOf,
  type WatchForm,
} from '#core/watch'
import { anyArticle, anyQuery } from '../support/randomWatches'

const now = '2026-03-01T00:00:00.000Z'
const form = (wanted: Partial<WatchForm>): WatchForm => ({ ...structuredClone(EMPTY_FORM), ...wanted })
const textOf = (wanted: Partial<WatchForm>): string => formatWatch(queryOfForm(form(wanted))!)

describe('the plain form of a query', () => {
  it('is written as a query', () => {
    expect(
      textOf({
        lead: ['aurora', 'northern lights'],
        side: ['geomagn*'],
        none: ['hotel'],
        where: 'title',
        notSites: ['https://www.deals.example/x'],
        age: '7d',
        minWords: 300,
      }),
    ).toBe(
      '(title:aurora^2 OR title:"northern lights"^2 OR title:geomagn*) -hotel -site:deals.example age<7d words>=300',
    )
    expect(
      textOf({
        all: ['comet', 'tail'],
        exact: ['Oort cloud'],
        sources: ['Low Lamp'],
        authors: ['Calado', 'Brandt'],
        languages: ['en', 'pt'],
        regions: ['Azores'],
        maxWords: 900,
        outlets: 3,
      }),
    ).toBe(
      'comet tail ="Oort cloud" source:"Low Lamp" (author:Calado OR author:Brandt) (lang:en OR lang:pt) region:Azores words<=900 outlets>=3',
    )
    expect(queryOfForm(form({ side: ['?!', ' '] }))).toBeNull()
  })

  it('shows what it can of a text, and says where it can not', () => {
    expect(formOfQuery(parseWatch('comet'))).toEqual(form({ side: ['comet'] }))
    expect(formOfQuery(parseWatch('(lamp OR =glow) -=flare'))).toEqual(
      form({ side: ['lamp', '=glow'], none: ['=flare'] }),
    )
    expect(formOfQuery(parseWatch('comet tail'))).toEqual(form({ all: ['comet', 'tail'] }))
    expect(formOfQuery(parseWatch('(a OR b) -(c OR site:d.example)'))).toEqual(
      form({ side: ['a', 'b'], none: ['c'], notSites: ['d.example'] }),
    )
    for (const text of [
      '(a OR b) (c OR d)',
      'a OR b c',
      '"a b"~4',
      'title:a b',
      'a^3',
      'body:a',
      '-title:a',
      'a OR site:b.example',
      'age>7d',
      '-lang:en',
      'a^5',
    ])
      expect(formOfQuery(parseWatch(text)), text).toBeNull()
  })

  it('and the text mean the same, whichever is written first', () => {
    let shown = 0
    fc.assert(
      fc.property(anyQuery, anyArticle, (query, article) => {
        const asForm = formOfQuery(query)
        if (!asForm) return
        shown++
        const back = queryOfForm(asForm)!
        expect(matchWatch(back, article, now) === null).toBe(matchWatch(query, article, now) === null)
        expect(formOfQuery(back)).toEqual(asForm)
      }),
      { numRuns: 3000 },
    )
    expect(shown).toBeGreaterThan(300)
  })
})

describe('termsOf', () => {
  it('gives each word, and the query without it', () => {
    const terms = termsOf(parseWatch('comet ("dark sky" OR lamp^2) -hotel'))
    expect(
      terms.map(({ text, leavesOut, without }) => [text, leavesOut, without && formatWatch(without)]),
    ).toEqual([
      ['comet', false, '("dark sky" OR lamp^2) -hotel'],
      ['"dark sky"', false, 'comet lamp^2 -hotel'],
      ['lamp^2', false, 'comet "dark sky" -hotel'],
      ['hotel', true, 'comet ("dark sky" OR lamp^2)'],
    ])
    expect(termsOf(parseWatch('comet'))[0]!.without).toBeNull()
  })
})

describe('suggestWords', () => {
  const text = (body: string) => ({ title: body.split(',')[0]!, body, language: 'en' })
  it('offers words that often stand in what was kept, seldom elsewhere, and not in the query', () => {
    const kept = [
      text('the comet and its dust'),
      text('the comets, their dusty tails'),
      text('the comet of the year, again'),
    ]
    const others = Array.from({ length: 9 }, () => text('the year of the bread and its oven'))
    expect(suggestWords(null, kept, others, 5).map(({ word, kept: times }) => [word, times])).toEqual([
      ['comet', 3],
    ])
    expect(suggestWords(parseWatch('comets'), kept, others, 5)).toEqual([])
  })
})
