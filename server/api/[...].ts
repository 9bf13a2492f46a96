import { problem } from '#server/platform/http/problem'
import { route } from '#server/route'

/** Every address under /api that is no route. */
export default route('public', null, () => Promise.reject(problem('notFound')))
