import { letterRoutes } from '#shared/letters/routes'
import { letterBoxSchema } from '#shared/letters/schemas'
import { saveLetterBox } from '#server/letters'
import { route } from '#server/route'

export default route(letterRoutes.save, letterBoxSchema, ({ actor, body }) => saveLetterBox(actor, body))
