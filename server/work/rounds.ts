import { freezeDue, workDueDeliveries } from '../services/deliveries'
import { renewHubs } from '../services/hubs'
import { fetchesEnded, startDueFetches } from './fetching'

/** Fetches the feeds that are due until none is left, and renews what hubs announce. Gives how many things were done. */
export async function fetchingRound(): Promise<number> {
  let done = await renewHubs()
  for (let started = await startDueFetches(); started > 0; started = await startDueFetches()) {
    done += started
    await fetchesEnded()
  }
  return done
}

/** Freezes what is due and works on every due delivery. Gives how many things were done. */
export async function sendingRound(): Promise<number> {
  const frozen = await freezeDue()
  return frozen + (await workDueDeliveries())
}
