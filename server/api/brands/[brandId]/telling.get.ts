import { route } from '#server/route'
import { tellingOf } from '#server/notices'

export default route('own', null, ({ actor }) => tellingOf(actor))
