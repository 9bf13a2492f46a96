import type { DeliveryView } from '#shared/delivery/types'

type Event = DeliveryView['events'][number]

/** Steps of a history, with what came again right after itself told once: how often, and when last. */
export function joinedEvents(events: Event[]): (Event & { count: number; lastAt: string })[] {
  const joined: (Event & { count: number; lastAt: string })[] = []
  for (const event of events) {
    const last = joined.at(-1)
    if (
      last &&
      last.state === event.state &&
      last.message === event.message &&
      last.personName === event.personName
    ) {
      last.count++
      last.lastAt = event.at
    } else joined.push({ ...event, count: 1, lastAt: event.at })
  }
  return joined
}
