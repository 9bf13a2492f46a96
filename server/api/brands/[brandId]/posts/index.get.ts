import { route } from '../../../../../server/route'
import { desk } from '../../../../../server/services/posts'

export default route('read', null, ({ actor }) => desk(actor))
