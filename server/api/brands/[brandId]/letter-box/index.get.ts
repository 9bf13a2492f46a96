import { letterRoutes } from '#shared/letters/routes'
import { letterBox } from '#server/letters'
import { route } from '#server/route'

export default route(letterRoutes.box, null, ({ actor }) => letterBox(actor))
