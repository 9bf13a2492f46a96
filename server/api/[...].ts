import { at } from '#shared/platform/route'
import { problem } from '#server/platform/http/problem'
import { route } from '#server/route'

/** Every address under /api that is no route. */
export default route(at('GET', 'public', '/api/*').answers<unknown>(), null, () =>
  Promise.reject(problem('notFound')),
)
