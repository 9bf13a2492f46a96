import { clockSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { playForward } from '#server/work/clockwork'

/** Demo only: plays time forward. */
export default route('person', clockSchema, ({ body }) => playForward(body.hours), { isDemo: true })
