import { getRequestURL } from 'h3'
import { PACE } from '#server/platform/http/pace'
import { tellingSchema } from '#shared/notices/schemas'
import { route } from '#server/route'
import { setTellingOf } from '#server/notices'

export default route('own', tellingSchema, ({ actor, body, event }) => setTellingOf(actor, body, getRequestURL(event).origin), { pace: PACE.mail })
