import { closeDb, useDb } from '../db'
import { stopReading } from '../db/sqlite/readApart'
import { log } from '../log'
import { followClock, restoreClock } from '../services/clockwork'
import { needsFirstStart } from '../services/people'
import { storeClicks } from '../services/shortLinks'
import { newStartCode } from '../services/startCode'
import { settings } from '../settings'
import { startLoops } from '../work/loops'
import { stopThreads } from '../work/pool'

export default defineNitroPlugin((nitro) => {
  if (import.meta.prerender) return
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
      const stops = [...(role === 'web' ? [] : [startLoops()]), ...(role === 'all' ? [] : [followClock()])]
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
  if (demo || role === 'work' || !(await needsFirstStart())) return
  process.stdout.write(`No one is set up here yet. The first start asks for this code: ${await newStartCode()}\n`)
}
