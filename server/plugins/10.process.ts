import { longestDelay, watchLoop } from '#server/platform/loopDelay'
import { plansMade } from '#server/schedule'
import { roundsDone } from '#server/work/loops'

export default defineNitroPlugin((nitro) => {
  if (import.meta.dev || import.meta.prerender) return
  nitro.hooks.hook('close', watchLoop())

  // Started by the demo's script: stop when it is gone; tell it, when it asks, how long anybody had to wait
  // for the event loop, how often due work was looked for, and how many plans were made.
  if (!process.connected) return
  process.once('disconnect', () => process.kill(process.pid, 'SIGTERM'))
  process.on('message', (message: { ask?: string }) => {
    if (message.ask === 'rounds') process.send?.({ rounds: roundsDone() })
    if (message.ask === 'plans') process.send?.({ plans: plansMade() })
    if (message.ask === 'delay') process.send?.({ delay: longestDelay(), memory: process.memoryUsage.rss() })
  })
  process.channel?.unref()
})
