import { platformRoutes } from '#shared/platform/routes'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { route } from '#server/route'

export default route(platformRoutes.health, null, async () => {
  await (await useDb()).raw('SELECT 1')
  return { ok: true, now: new Date(now()).toISOString() }
})
