import { now } from '../clock'
import { useDb } from '../db'
import { route } from '../route'

/** Whether the application is up and its data can be read. */
export default route('public', null, async () => {
  await (await useDb()).raw('SELECT 1')
  return { ok: true, now: new Date(now()).toISOString() }
})
