import { getHeader, setResponseHeader, type H3Event } from 'h3'
import { isOwnHost } from '#server/platform/http/ownHosts'
import { problem } from '#server/platform/http/problem'
import { answerProblem } from '#server/route'
import { settings } from '#server/platform/settings'

const HSTS = 'max-age=31536000'

/**
 * With a public address, only its host and that of the short links are answered: a page elsewhere whose name
 * was made to lead here (DNS rebinding) gets nothing. Whoever looks after the machine may ask for its health
 * from the machine itself.
 */
export default defineEventHandler((event) => {
  if (settings().publicUrl?.startsWith('https:')) setResponseHeader(event, 'strict-transport-security', HSTS)
  if (isOwnHost(getHeader(event, 'host') ?? '') || isHealthFromHere(event)) return undefined
  return answerProblem(event, problem('wrongHost'))
})

const isHealthFromHere = (event: H3Event): boolean =>
  event.path === '/api/health' &&
  ['127.0.0.1', '::1', '::ffff:127.0.0.1'].includes(event.node.req.socket.remoteAddress ?? '')
