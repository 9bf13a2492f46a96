// Everything that could stop it, all at once, while posts go out: they go out in time, once, and memory stays
// bounded.
import { expect, it } from 'vitest'
import { lineOf, MOST_MEMORY, underAttack } from '../support/load/underAttack'

const POSTS = 120

it('posts go out in time, each once, in bounded memory', { timeout: 120_000 }, async () => {
  const result = await underAttack(POSTS, 20)
  process.stdout.write(`${lineOf(result)}\n`)
  expect([result.sent, result.twice]).toEqual([POSTS, 0])
  expect(result.p99).toBeLessThan(5_000)
  expect(result.memory).toBeLessThan(MOST_MEMORY)
  expect(result.attacks).toBeGreaterThan(100)
  // Whatever is sent is answered, refused or stopped, never a fault of ours.
  expect(result.statuses['500'] ?? 0).toBe(0)
})
