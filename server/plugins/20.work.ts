import { closeDb, useDb } from '../db'
import { log } from '../log'
import { followClock, restoreClock } from '../services/clockwork'
import { storeClicks } from '../services/shortLinks'
import { settings } from '../settings'
import { startLoops } from '../work/loops'
import { stopThreads } from '../work/pool'

export default defineNitroPlugin((nitro) => {
  if (import.meta.prerender) return
  let stop = (): Promise<void> => Promise.resolve()
  nitro.hooks.hook('close', async () => {
    await stop()
    await stopThreads()
    await storeClicks()
    await closeDb()
  })
  useDb()
    .then(restoreClock)
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
