import { problem } from '../problem'
import { route } from '../route'

/** Every address under /api that is no route. */
export default route('public', null, () => Promise.reject(problem('notFound')))
