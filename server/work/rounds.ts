import { readingsEnded, startDueReadings } from '#server/results'
import { countSentPosts, freezeDue, sendsEnded, startDueSends } from '#server/sending'
import { renewHubs, fetchesEnded, startDueFetches } from '#server/sources'

/**
 * Fetches the feeds that are due until none is left, and renews what hubs announce. Gives how many things
 * were done.
 */
export async function fetchingRound(): Promise<number> {
  let done = await renewHubs()
  for (let started = await startDueFetches(); started > 0; started = await startDueFetches()) {
    done += started
    await fetchesEnded()
  }
  return done
}

/** Freezes what is due and works on every due delivery, to its end. Gives how many things were done. */
export async function sendingRound(): Promise<number> {
  let done = await freezeDue()
  for (let started = await startDueSends(); started > 0; started = await startDueSends()) {
    done += started
    await sendsEnded()
  }
  return done + (await countSentPosts())
}

/** Asks networks about what is due, to its end. Gives how many were asked. */
export async function respondingRound(): Promise<number> {
  let done = 0
  for (let started = await startDueReadings(); started > 0; started = await startDueReadings()) {
    done += started
    await readingsEnded()
  }
  return done
}

/**
 * Freezes what is due and starts work on due deliveries, as many as there is room for; `ended` is called as
 * each ends.
 */
export async function startSending(ended: () => void): Promise<void> {
  await freezeDue()
  await startDueSends(ended)
}
