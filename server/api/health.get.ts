import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { route } from '#server/route'

/** Whether the application is up and its data can be read. */
export default route('public', null, async () => {
  await (await useDb()).raw('SELECT 1')
  return { ok: true, now: new Date(now()).toISOString() }
})
