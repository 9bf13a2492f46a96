import { route } from '#server/route'
import { notificationChannelsOf } from '#server/notices'

export default route('own', null, ({ actor }) => notificationChannelsOf(actor))
