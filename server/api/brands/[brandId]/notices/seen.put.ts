import { route } from '../../../../route'
import { seeNotices } from '../../../../services/notices'

export default route('work', null, ({ actor }) => seeNotices(actor))
