import { answerProblem } from '#server/route'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'

/** A process that only works answers nobody but whoever asks how it is. */
export default defineEventHandler((event) => {
  if (settings().role !== 'work' || event.path === '/api/health') return undefined
  return answerProblem(event, problem('notFound'))
})
