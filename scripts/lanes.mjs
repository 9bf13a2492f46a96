/**
 * Works jobs off in their order, so many at once. One waits for those in its `after` (where they are among
 * the jobs); one that is
 * `alone` has nothing beside it.
 */
export async function inLanes(lanes, jobs) {
  const waiting = [...jobs]
  const running = new Map()
  const isOpen = (name) => running.has(name) || waiting.some((job) => job.name === name)
  const mayStart = (job) => !(job.after ?? []).some(isOpen) && (!job.alone || running.size === 0)
  while (waiting.length > 0 || running.size > 0) {
    const isHeld = [...running.values()].some(({ job }) => job.alone) || running.size >= lanes
    // What is alone is not overtaken by what comes after it.
    const next = isHeld
      ? -1
      : waiting.findIndex((job, at) => mayStart(job) && !waiting.slice(0, at).some((one) => one.alone))
    if (next < 0) {
      await Promise.race([...running.values()].map(({ ended }) => ended))
      continue
    }
    const [job] = waiting.splice(next, 1)
    running.set(job.name, {
      job,
      ended: Promise.resolve(job.work()).then(() => void running.delete(job.name)),
    })
  }
}
