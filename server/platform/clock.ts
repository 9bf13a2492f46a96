// The only place that asks the machine for the time.
let ahead = 0

/** Now, in milliseconds UTC. In the demo and in tests it may run ahead of the machine's clock. */
export const now = (): number => Date.now() + ahead

/** The machine's own time, for leases, time-outs and sign-in, which no demo moves. */
export const realNow = (): number => Date.now()

/** Sets how far the clock runs ahead, in milliseconds. It is never set back. */
export function setAhead(milliseconds: number): void {
  ahead = milliseconds
}

/** How far the clock runs ahead, in milliseconds. */
export const aheadBy = (): number => ahead
