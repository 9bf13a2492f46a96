import { setResponseHeader, type H3Event } from 'h3'

/**
 * Answers with steps as they come, each JSON on a line of its own (application/x-ndjson), for what takes
 * long enough that somebody wants to see it go on. Whoever goes away is noticed before the next step:
 * `write` gives whether anybody still listens.
 */
export async function answerInSteps<T>(
  event: H3Event,
  work: (write: (step: T) => boolean) => Promise<void>,
): Promise<null> {
  const { res } = event.node
  setResponseHeader(event, 'content-type', 'application/x-ndjson; charset=utf-8')
  setResponseHeader(event, 'cache-control', 'no-store')
  let isGone = false
  res.on('close', () => (isGone = true))
  try {
    await work((step) => {
      if (!isGone) res.write(`${JSON.stringify(step)}\n`)
      return !isGone
    })
  } finally {
    res.end()
  }
  return null
}
