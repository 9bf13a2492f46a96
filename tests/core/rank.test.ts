import fc from 'fast-check'
import { expect, it } from 'vitest'
import { mixedBySource } from '#core/rank'

const sourceOf = (row: { source: string }): string => row.source

it('lets a busy source not drown the rest', () => {
  const rows = ['a1', 'a2', 'a3', 'b1', 'a4', 'c1', 'b2'].map((name) => ({ name, source: name[0]! }))
  expect(mixedBySource(rows, sourceOf).map((row) => row.name)).toEqual([
    'a1',
    'b1',
    'c1',
    'a2',
    'b2',
    'a3',
    'a4',
  ])
})

it('loses and doubles nothing, keeps each source’s order, and never shows one twice while another waits its turn', () => {
  const row = fc.record({ source: fc.constantFrom('a', 'b', 'c', 'd') })
  fc.assert(
    fc.property(fc.array(row, { maxLength: 60 }), (given) => {
      const rows = given.map((one, at) => ({ ...one, at }))
      const mixed = mixedBySource(rows, sourceOf)
      expect([...mixed].sort((a, b) => a.at - b.at)).toEqual(rows)
      for (const source of 'abcd') {
        const own = mixed.filter((one) => one.source === source).map((one) => one.at)
        expect(own).toEqual([...own].sort((a, b) => a - b))
      }
      const turns = new Map<string, number>()
      let turn = 0
      for (const one of mixed) {
        const mine = (turns.get(one.source) ?? 0) + 1
        turns.set(one.source, mine)
        expect(mine).toBeGreaterThanOrEqual(turn)
        turn = Math.max(turn, mine)
      }
    }),
  )
})
