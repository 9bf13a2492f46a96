import { beginSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { beginDemo } from '#server/work/demo'

/** Demo only, before there is any data: sets the clock and makes the demo's people. */
export default route('public', beginSchema, ({ body }) => beginDemo(body), { isDemo: true })
