import { peopleRoutes } from '#shared/people/routes'
import { brandSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { makeBrand } from '#server/brands'

export default route(peopleRoutes.addBrand, brandSchema, ({ person, body }) => makeBrand(person.id, body))
