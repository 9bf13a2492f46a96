import { expect, it } from 'vitest'
import { leadsHome } from '#core/url'

it.each([
  ['https://paper.example/2026/lamps', 'https://paper.example/', true],
  ['https://paper.example/lamps', 'https://paper.example/index.html', true],
  ['https://paper.example/?p=12', 'https://paper.example', true],
  ['https://paper.example/lamps', 'https://other.example/', true],
  ['https://paper.example/', 'https://www.paper.example/', false],
  ['https://paper.example/lamps', 'https://paper.example/lamps-2', false],
  ['https://paper.example/lamps', 'https://paper.example/?p=12', false],
  ['https://paper.example/lamps', 'no address', false],
])('%s that ends at %s has lost its page: %s', (from, to, isLost) => {
  expect(leadsHome(from, to)).toBe(isLost)
})
