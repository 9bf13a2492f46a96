import { route } from '#server/route'
import { seeNotices } from '#server/notices'

export default route('work', null, ({ actor }) => seeNotices(actor))
