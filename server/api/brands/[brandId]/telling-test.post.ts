import { PACE } from '../../../pace'
import { route } from '../../../route'
import { testTelling } from '../../../services/telling'

export default route('own', null, ({ actor }) => testTelling(actor), { pace: PACE.tell })
