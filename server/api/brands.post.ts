import { brandSchema } from '../../shared/schemas'
import { route } from '../route'
import { makeBrand } from '../services/brands'

/** Makes a brand owned by whoever asks. */
export default route('person', brandSchema, ({ person, body }) => makeBrand(person.id, body))
