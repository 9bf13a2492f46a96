import { peopleRoutes } from '#shared/people/routes'
import { brandSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { editBrand } from '#server/brands'

export default route(peopleRoutes.editBrand, brandSchema, ({ actor, body }) => editBrand(actor, body))
