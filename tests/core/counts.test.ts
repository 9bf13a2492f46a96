// What is still to become less may only become less: where a count has come down, its ceiling here comes down
// with it.
import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { counts } from '../../scripts/counts.mjs'

const ceilings = JSON.parse(readFileSync(new URL('counts.json', import.meta.url), 'utf8')) as Record<
  string,
  number
>
const now = counts()

it.each(Object.entries(ceilings))('%s: at most %i', (name, most) => {
  expect(now[name]).toBeLessThanOrEqual(most)
})

it('every count has its ceiling', () => {
  expect(Object.keys(ceilings)).toEqual(Object.keys(now))
})
