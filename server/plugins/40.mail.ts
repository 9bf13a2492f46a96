import { settings } from '#server/platform/settings'
import { openMailDrop } from '#server/platform/mail/mailDrop'

export default defineNitroPlugin((nitro) => {
  const { mailPort, mailListen, role } = settings()
  // One port, one process: those that only work leave it to the one that answers.
  if (import.meta.prerender || mailPort === null || role === 'work' || role === 'link') return
  nitro.hooks.hook('close', openMailDrop(mailPort, mailListen))
})
