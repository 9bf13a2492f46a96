// Hundreds of posts through networks that fail in every way, the workers killed again and again: each goes
// out exactly once or says why not.
import { expect, it } from 'vitest'
import { faultRun, tableOf, type FaultRun } from '../support/load/faultRun'

// The long one, with other seeds, is the soak.
const RUN: FaultRun = { posts: 400, kills: 8, share: 0.2, seed: 20_270_302, seconds: 8, troubleAfter: 8 }

it(
  '400 posts over four accounts, a fifth of all requests in trouble, eight kills: exactly once, or refused and said so',
  { timeout: 400_000 },
  async () => {
    const result = await faultRun(RUN)
    process.stdout.write(`\n${tableOf(RUN, result)}\n`)
    const { doubled, missing, unsaid, untold, left, integrity, sent, refused } = result
    expect({ doubled, missing, unsaid, untold, left, integrity, all: sent + refused }).toEqual({
      doubled: [],
      missing: [],
      unsaid: [],
      untold: 0,
      left: [],
      integrity: 'ok',
      all: RUN.posts,
    })
    // The run is worth something only where trouble was met.
    expect(result.troubled).toBeGreaterThan(result.requests * 0.1)
    expect(result.asked).toBeGreaterThan(20)
    expect(refused).toBeGreaterThan(2)
  },
)
