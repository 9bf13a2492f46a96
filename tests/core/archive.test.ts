// What archives of a brand hold: every table has its place or its reason, every column that names something
// says what, and rows come back as they were.
import fc from 'fast-check'
import { format } from 'prettier'
import { describe, expect, it } from 'vitest'
import { codeAnew, idAnew, isId, withIdsAnew } from '#server/archives/anew'
import { readRows, writeRow } from '#server/archives/readRows'
import { archiveSchema } from '#server/archives/schema'
import { ARCHIVED, archivedNamed, inOrder, NOT_ARCHIVED } from '#server/archives/tables'
import { kindOf, type Archived, type Kind } from '#server/platform/archive/kinds'
import type { Values } from '#server/platform/db/tables'

const READER = {
  salt: 'salt',
  brandId: '01900000-0000-7000-8000-00000000b001',
  personId: '01900000-0000-7000-8000-0000000000a1',
  at: 5,
}

describe('tables of an archive', () => {
  it('come after those their rows name', () => {
    const names = ARCHIVED.map(({ table }) => table.name)
    for (const { table, kinds } of ARCHIVED)
      for (const kind of Object.values(kinds))
        if (kind.is === 'row') expect(names.indexOf(kind.of)).toBeLessThan(names.indexOf(table.name))
    expect(names[0]).toBe('brands')
    expect(() => inOrder([archivedNamed('slots')!])).toThrow('These name each other: slots')
  })

  it('say of each column that names something, or is secret, what it is', () => {
    const silent = ARCHIVED.flatMap((archived) =>
      Object.entries(archived.table.columns).flatMap(([name, { type }]) => {
        const mustSay = type === 'BLOB' || /(?:^id|_id|_by|_json|_sealed|nonce|_html|^code|_hash)$/.test(name)
        // What networks call things is theirs, and stays.
        const isTheirs = name === 'remote_id' || name === 'moved_by'
        return mustSay && !isTheirs && kindOf(archived, name) === null ? `${archived.table.name}.${name}` : []
      }),
    )
    expect(silent).toEqual([])
    const unknown = ARCHIVED.flatMap(({ table, kinds }) =>
      Object.keys(kinds).flatMap((name) => (name in table.columns ? [] : `${table.name}.${name}`)),
    )
    expect(unknown).toEqual([])
  })

  it('hold no secret', () => {
    for (const archived of ARCHIVED)
      for (const name of Object.keys(archived.table.columns))
        if (/_sealed$|nonce|token/.test(name)) expect(kindOf(archived, name)).toMatchObject({ is: 'left' })
  })
})

describe('ids made anew', () => {
  it('are ids, keep the order of when they were made, and differ by import', () => {
    fc.assert(
      fc.property(fc.uuid({ version: 7 }), fc.uuid({ version: 7 }), (one, other) => {
        const [a, b] = [idAnew('salt', one), idAnew('salt', other)]
        expect(isId(a) && isId(b)).toBe(true)
        expect(a === b).toBe(one === other)
        expect(idAnew('other', one)).not.toBe(a)
        const [first, second] = [one.slice(0, 18), other.slice(0, 18)]
        if (first !== second) expect(a < b).toBe(first < second)
      }),
    )
  })

  it('stand in JSON where ids stand, and nowhere else', () => {
    const id = '01900000-0000-7000-8000-0000000000c1'
    const anew = idAnew('salt', id)
    expect(withIdsAnew([id, 'no id'], 'top', 'salt')).toEqual([anew, 'no id'])
    expect(withIdsAnew({ [id]: { x: id } }, 'top', 'salt')).toEqual({ [anew]: { x: id } })
    expect(withIdsAnew({ text: id, pictures: [{ id, crop: null }] }, ['id'], 'salt')).toEqual({
      text: id,
      pictures: [{ id: anew, crop: null }],
    })
    expect(codeAnew('salt', 'abc346')).toMatch(/^[34679acdefghjkmnpqrtwxy]{9}$/)
  })
})

/** Whether a column takes no address that is code. */
function refuses(archived: Archived, name: string): boolean {
  const kind = kindOf(archived, name)
  return kind?.is === 'checked' && !kind.isRight('javascript:alert(1)') && kind.isRight('https://a.example/')
}

/** Any value a column may hold. */
function anyOf(archived: Archived, name: string, kind: Kind | null): fc.Arbitrary<unknown> {
  const { type, isNullable } = archived.table.columns[name]!
  const value = ((): fc.Arbitrary<unknown> => {
    switch (kind?.is) {
      case 'id':
      case 'person':
        return fc.uuid({ version: 7 })
      case 'row':
        return kind.key === 'code' ? fc.stringMatching(/^[a-z]{6}$/) : fc.uuid({ version: 7 })
      case 'checked':
        return checkedValue(kind.schema)
      case 'json':
        return fc.constantFrom('null')
      default:
        break
    }
    if (type === 'TEXT') return fc.string({ unit: 'grapheme' })
    return type === 'INTEGER'
      ? fc.integer({ min: -8_640_000, max: 8_640_000 }).map((n) => n * 1_000_000)
      : fc.double({ noNaN: true, noDefaultInfinity: true })
  })()
  return isNullable ? fc.option(value) : value
}
function checkedValue(schema: object): fc.Arbitrary<unknown> {
  const { enum: words, pattern, minimum, maximum, type, format: form } = schema as Record<string, never>
  if (form) return fc.webUrl()
  if (words) return fc.constantFrom(...(words as unknown[]))
  if (pattern) return fc.stringMatching(new RegExp(pattern))
  if (type === 'integer') return fc.integer({ min: minimum, max: maximum })
  if (type === 'number') return fc.double({ min: minimum, max: maximum, noNaN: true })
  return fc.constant('UTC')
}

describe('rows of an archive', () => {
  const simple = ARCHIVED.filter(
    ({ kinds, table }) =>
      table.name !== 'watches' && !Object.values(kinds).some(({ is }) => is === 'json' || is === 'html'),
  )
  it.each(simple.map((archived) => [archived.table.name, archived] as const))(
    'of %s come back as they were, but for what is made anew',
    (_, archived) => {
      const columns = Object.keys(archived.table.columns)
      fc.assert(
        fc.property(
          fc.record(
            Object.fromEntries(columns.map((name) => [name, anyOf(archived, name, kindOf(archived, name))])),
          ),
          (row) => {
            const written = writeRow(archived, row as Values)
            const { rows, faults } = readRows(archived, [JSON.parse(JSON.stringify(written))], READER)
            expect(faults).toEqual([])
            const again = writeRow(archived, rows[0]!.values)
            for (const [name, value] of Object.entries(written)) {
              const kind = kindOf(archived, name)
              const isAnew = ['id', 'row', 'person', 'code', 'key'].includes(kind?.is ?? '')
              if (!isAnew) expect(again[name]).toEqual(Object.is(value, -0) ? 0 : value)
              else expect(again[name] === null).toBe(value === null)
            }
          },
        ),
        { numRuns: 50 },
      )
    },
  )

  it('of another shape are left out, each with the column that is wrong', () => {
    const slots = archivedNamed('slots')!
    const id = '01900000-0000-7000-8000-0000000000c1'
    const right = { id, account_id: id, weekday: 1, time: '09:30', use: 'any', pillar_id: null }
    const wrong: unknown[] = [
      { ...right, weekday: 8 },
      { ...right, time: '24:00' },
      { ...right, use: 'none' },
      { ...right, id: 'one' },
      { ...right, account_id: null },
      { ...right, weekday: '1' },
      { ...right, time: '\ud800' },
      null,
      'row',
    ]
    const { rows, faults } = readRows(slots, [right, ...wrong], READER)
    expect(rows).toHaveLength(1)
    expect(faults.map(({ row, column }) => `${row} ${column}`)).toEqual([
      '2 weekday',
      '3 time',
      '4 use',
      '5 id',
      '6 account_id',
      '7 weekday',
      '8 time',
      '9 ',
      '10 ',
    ])
  })

  it('bring no script along, no sign-in, and nothing that would be sent', () => {
    const read = (table: string, row: object): Values => {
      const archived = archivedNamed(table)!
      const whole = Object.fromEntries(
        Object.entries(archived.table.columns).map(([name, { type, isNullable }]) => [
          name,
          isNullable ? null : type === 'TEXT' ? 'x' : 0,
        ]),
      )
      const { rows, faults } = readRows(archived, [{ ...whole, ...row }], READER)
      expect(faults).toEqual([])
      return rows[0]!.values
    }
    const id = '01900000-0000-7000-8000-0000000000c1'
    const article = { id, feed_id: id, categories_json: [], dating: 'stated', kind: 'text' }
    const html = '<p onclick="x()">Lamps<script>x()</script></p>'
    expect(read('articles', { ...article, content_html: html })['content_html']).toBe('<p>Lamps</p>')
    const delivery = { id, post_id: id, account_id: id, frozen_json: { text: 'Lamps' } }
    const of = (state: string) => read('deliveries', { ...delivery, state })
    expect(
      ['planned', 'sending', 'waiting', 'unknown', 'by-hand', 'taken'].map((state) => of(state)['state']),
    ).toEqual(Array.from({ length: 6 }, () => 'not-sent'))
    for (const archived of ARCHIVED)
      for (const [name, { type }] of Object.entries(archived.table.columns))
        if (
          type === 'TEXT' &&
          /(?:^|_)(?:url|link|target|image|opens_at)$/.test(name) &&
          archived.table.name !== 'feeds'
        )
          expect([archived.table.name, name, refuses(archived, name)]).toEqual([
            archived.table.name,
            name,
            true,
          ])
    expect(['sent', 'given-up', 'not-sent'].map((state) => of(state)['state'])).toEqual([
      'sent',
      'given-up',
      'not-sent',
    ])
  })
})

it('is described by a schema that says what it is now', async () => {
  const text = await format(JSON.stringify(archiveSchema()), { parser: 'json', printWidth: 110 })
  await expect(text).toMatchFileSnapshot('../../docs/archive.schema.json')
})

it('leaves out what it leaves out for a reason', () => {
  for (const name of Object.keys(NOT_ARCHIVED)) expect(archivedNamed(name)).toBeUndefined()
})
