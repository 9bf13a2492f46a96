/**
 * The processor's time this process took for some work, in milliseconds: what the machine meanwhile did for
 * others is not counted, so that a bound holds on a busy machine too.
 */
export async function cpuTime(work: () => unknown): Promise<number> {
  const before = process.cpuUsage()
  await work()
  return since(before)
}

/** The same of work that ends at once. */
export function cpuTimeOf(work: () => void): number {
  const before = process.cpuUsage()
  work()
  return since(before)
}

function since(before: NodeJS.CpuUsage): number {
  const { user, system } = process.cpuUsage(before)
  return (user + system) / 1000
}
