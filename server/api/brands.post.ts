import { brandSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { makeBrand } from '#server/brands'

/** Makes a brand owned by whoever asks. */
export default route('person', brandSchema, ({ person, body }) => makeBrand(person.id, body))
