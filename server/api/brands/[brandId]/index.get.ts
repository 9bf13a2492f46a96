import { route } from '#server/route'
import { brandView } from '#server/brands'

export default route('read', null, ({ actor }) => brandView(actor))
