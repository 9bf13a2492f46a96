import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { checkSome } from './checking'
import { fetchPictures } from './pictures'
import { batchesAtWork } from './queries/batches'
import { takeSome, takeSomeBack } from './taking'

/** A file nobody touches is kept so long; the posts it brought stay. */
const KEPT_DAYS = 90

const STEPS = { checking: checkSome, taking: takeSome, 'taking-back': takeSomeBack }

/**
 * Begins to fetch pictures that are wanted, and takes one step with each file that something is being done
 * with. Gives how many have more to do at once.
 */
export async function batchesRound(): Promise<number> {
  let going = 0
  await fetchPictures()
  for (const batch of await batchesAtWork(await useDb())) {
    if (batch.state === 'ready') continue
    if (await STEPS[batch.state](batch)) going++
  }
  return going
}

export function registerBatches(): void {
  defineJob({ name: 'posts from files', round: batchesRound })
  defineRetention({
    table: 'batches',
    key: 'id',
    since: 'changed_at',
    before: () => now() - KEPT_DAYS * DAY,
  })
}
