import { route } from '../../../route'
import { tellingOf } from '../../../services/telling'

export default route('own', null, ({ actor }) => tellingOf(actor))
