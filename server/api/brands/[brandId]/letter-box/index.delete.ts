import { letterRoutes } from '#shared/letters/routes'
import { closeLetterBox } from '#server/letters'
import { route } from '#server/route'

export default route(letterRoutes.close, null, ({ actor }) => closeLetterBox(actor))
