import { realNow } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { leaseDelivery, type DeliveryRow } from '#server/delivery'
import { settings } from '#server/platform/settings'

export interface DeliveryLease {
  /** The delivery under its lease as it is now. */
  delivery: DeliveryRow
  /** Stops renewing, once a renewal on its way is through. */
  end: () => Promise<void>
}

/**
 * Renews the lease on a delivery while it is worked on, so that only one whose process died is taken over by
 * another.
 */
export function holdDeliveryLease(delivery: DeliveryRow): DeliveryLease {
  const leaseMs = settings().leaseSeconds * 1000
  const held: DeliveryLease = { delivery, end }
  let renewing: Promise<void> = Promise.resolve()
  const timer = setInterval(() => {
    renewing = renewing.then(renew).catch(() => undefined)
  }, leaseMs / 3)
  async function renew(): Promise<void> {
    const lease_until = realNow() + leaseMs
    if (await leaseDelivery(await useDb(), held.delivery, lease_until))
      held.delivery = { ...held.delivery, lease_until }
  }
  async function end(): Promise<void> {
    clearInterval(timer)
    await renewing
  }
  return held
}
