import { route } from '../../../route'
import { brandView } from '../../../services/brands'

export default route('read', null, ({ actor }) => brandView(actor))
