import { answerProblem } from '#server/route'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'

/**
 * A process that only works answers nobody but whoever asks how it is, one for short links those who follow
 * them besides.
 */
export default defineEventHandler((event) => {
  const { role } = settings()
  if (role === 'all' || role === 'web' || event.path === '/api/health') return undefined
  if (role === 'link' && event.path.startsWith('/r/')) return undefined
  return answerProblem(event, problem('notFound'))
})
