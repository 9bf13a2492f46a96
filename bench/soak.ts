// npm run soak [-- RUNS]: the fault run again and again, larger and with other seeds, and posts under attack,
// until one is not clean.
import { faultRun, isClean, tableOf, type FaultRun } from '../tests/support/load/faultRun'
import { isStanding, lineOf, underAttack } from '../tests/support/load/underAttack'

const ATTACKED_POSTS = 600
const runs = Number(process.argv[2] ?? 10)
for (let at = 0; at < runs; at++) {
  const attacked = await underAttack(ATTACKED_POSTS, 60)
  process.stdout.write(`\n${lineOf(attacked)}\n`)
  const run: FaultRun = {
    posts: 3000,
    kills: 60,
    share: 0.3,
    seed: Date.now() % 1_000_000,
    seconds: 60,
    troubleAfter: 25,
  }
  const result = await faultRun(run)
  process.stdout.write(`\nRun ${at + 1} of ${runs}, seed ${run.seed}\n\n${tableOf(run, result)}\n`)
  if (!isStanding(attacked, ATTACKED_POSTS)) process.exit(1)
  if (!isClean(result)) {
    process.stdout.write(
      `${JSON.stringify({ doubled: result.doubled, missing: result.missing, unsaid: result.unsaid, left: result.left }, null, 2)}\n`,
    )
    process.exit(1)
  }
}
