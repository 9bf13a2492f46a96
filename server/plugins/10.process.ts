import { log } from '../log'

export default defineNitroPlugin(() => {
  if (import.meta.dev) return

  // Nitro traps uncaughtException: without this, a server whose port is taken stays alive with its loops running.
  process.on('uncaughtException', (error: NodeJS.ErrnoException) => {
    if (error.syscall !== 'listen') return
    log.fatal({ error }, 'The port is taken; another server may be running.')
    process.exit(1)
  })

  // Started by the demo's script: stop when it is gone.
  if (process.connected) {
    process.once('disconnect', () => process.kill(process.pid, 'SIGTERM'))
    process.channel?.unref()
  }
})
