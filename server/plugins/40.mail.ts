import { settings } from '../settings'
import { openMailDrop } from '../work/mailDrop'

export default defineNitroPlugin((nitro) => {
  const { mailPort, mailListen } = settings()
  if (import.meta.prerender || mailPort === null) return
  nitro.hooks.hook('close', openMailDrop(mailPort, mailListen))
})
