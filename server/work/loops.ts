import { log } from '#server/platform/log'
import { renewHubs, fetchesEnded, startDueFetches } from '#server/sources'
import { settings } from '#server/platform/settings'
import { releaseJobLeases, withJobLease, type JobLease } from '#server/platform/jobs/jobLease'
import { upkeepRound } from '#server/platform/jobs/upkeep'
import { definedJobs, type Job } from '#server/platform/jobs/registry'
import { startSending } from './rounds'
import { allowSends, sendsEnded, startDueSends, stopSends } from '#server/sending'
import { Mutex } from '#server/platform/jobs/mutex'

// Fetching and sending take turns apart from each other, so that a slow site never makes a post late.
const fetching = new Mutex()
const sending = new Mutex()
let stopped = true

/** How long a stop waits for answers that are on their way. */
const STOP_PATIENCE_MS = 4_000

/** Starts looking for due work again and again. Returns what stops it. */
export function startLoops(): () => Promise<void> {
  stopped = false
  allowSends()
  const stops = [
    repeat('fetching', lookForFeeds),
    repeat('sending', () => sending.run(() => startSending(fillSends))),
    repeat('upkeep', () => withJobLease('upkeep', upkeepRound)),
    ...definedJobs().map(({ name, round }) =>
      repeat(name, () => withJobLease(name, (lease) => untilNone(round, lease))),
    ),
  ]
  return async () => {
    stopped = true
    stops.forEach((stop) => stop())
    // What was not handed over yet is handed back; what was is waited for, then asked about after the next
    // start.
    await sending.run(() => stopSends(STOP_PATIENCE_MS))
    await releaseJobLeases()
  }
}

/** Runs work while no loop does: the demo clock plays time forward alone. */
export const withLoopsResting = <T>(work: () => Promise<T>): Promise<T> =>
  fetching.run(async () => {
    await fetchesEnded()
    return sending.run(async () => {
      await sendsEnded()
      return work()
    })
  })

/** Starts what is due; as each fetch ends, its place is taken by the next. */
async function lookForFeeds(): Promise<void> {
  await fetching.run(async () => {
    await withJobLease('hubs', renewHubs)
    await startDueFetches(fillPlace)
  })
}

/** Lets what waits be answered: SQLite answers at once, so rounds of it alone would let nobody in between. */
const letOthersRun = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/**
 * Works round by round until nothing is left, as long as the turn is held; the next look comes soon enough.
 */
async function untilNone(round: Job['round'], lease: JobLease): Promise<void> {
  while (!stopped && lease.isHeld() && Number((await round(lease)) ?? 0) > 0) await letOthersRun()
}

let isFilling = false
/** As deliveries end, their places are taken by the next that are due; many that end together ask once. */
function fillSends(): void {
  if (stopped || isFilling) return
  isFilling = true
  const fill = async (): Promise<unknown> => {
    isFilling = false
    return startDueSends(fillSends)
  }
  sending.run(fill).catch((error: unknown) => log.error({ error }, 'The next deliveries could not be taken.'))
}

function fillPlace(): void {
  if (stopped) return
  fetching
    .run(() => startDueFetches(fillPlace))
    .catch((error: unknown) => log.error({ error }, 'The next feed could not be taken.'))
}

const rounds = new Map<string, number>()
/** How many rounds each of the loops has done at least. */
export const roundsDone = (): number => Math.min(...rounds.values())

function repeat(name: string, round: () => Promise<unknown>): () => void {
  rounds.set(name, 0)
  let ended = false
  let timer: NodeJS.Timeout | undefined
  const again = async (): Promise<void> => {
    try {
      await round()
    } catch (error) {
      log.error({ error }, `A round of ${name} failed; the next one tries again.`)
    }
    rounds.set(name, (rounds.get(name) ?? 0) + 1)
    if (!ended) timer = setTimeout(() => void again(), settings().tickMs)
  }
  timer = setTimeout(() => void again(), 50)
  return () => {
    ended = true
    clearTimeout(timer)
  }
}
