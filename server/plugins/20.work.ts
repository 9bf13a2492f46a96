import { closeDb, useDb } from '#server/platform/db'
import { stopReading } from '#server/platform/db/sqlite/readApart'
import { log } from '#server/platform/log'
import { followClock, restoreClock } from '#server/work/clockwork'
import { needsFirstStart, newStartCode } from '#server/people'
import { storeClicks } from '#server/results'
import { settings } from '#server/platform/settings'
import { registerSubjects } from '#server/subjects'
import { startLoops } from '#server/work/loops'
import { stopThreads } from '#server/platform/jobs/pool'

export default defineNitroPlugin((nitro) => {
  if (import.meta.prerender) return
  registerSubjects()
  let stop = (): Promise<void> => Promise.resolve()
  nitro.hooks.hook('close', async () => {
    await stop()
    await stopThreads()
    await stopReading()
    await storeClicks()
    await closeDb()
  })
  useDb()
    .then(restoreClock)
    .then(printStartCode)
    .then(() => {
      const { role } = settings()
      const stops = [
        ...(role === 'web' || role === 'link' ? [] : [startLoops()]),
        ...(role === 'all' ? [] : [followClock()]),
      ]
      stop = async () => {
        for (const one of stops) await one()
      }
    })
    .catch((error: unknown) => {
      log.fatal({ error }, 'The data file can’t be opened.')
      process.exit(1)
    })
})

/** Whoever is to own this installation shows by the code that they see its console. */
async function printStartCode(): Promise<void> {
  const { demo, role } = settings()
  if (demo || role === 'work' || role === 'link' || !(await needsFirstStart())) return
  process.stdout.write(
    `No one is set up here yet. The first start asks for this code: ${await newStartCode()}\n`,
  )
}
