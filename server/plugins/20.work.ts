import { closeDb, useDb } from '../db'
import { log } from '../log'
import { restoreClock } from '../services/clockwork'
import { storeClicks } from '../services/shortLinks'
import { startLoops } from '../work/loops'
import { stopThreads } from '../work/pool'

export default defineNitroPlugin((nitro) => {
  if (import.meta.prerender) return
  let stop = (): void => undefined
  nitro.hooks.hook('close', async () => {
    stop()
    await stopThreads()
    await storeClicks()
    await closeDb()
  })
  useDb()
    .then(restoreClock)
    .then(() => {
      stop = startLoops()
    })
    .catch((error: unknown) => {
      log.fatal({ error }, 'The data file can’t be opened.')
      process.exit(1)
    })
})
