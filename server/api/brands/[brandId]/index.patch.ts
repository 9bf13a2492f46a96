import { brandSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { editBrand } from '#server/brands'

export default route('own', brandSchema, ({ actor, body }) => editBrand(actor, body))
