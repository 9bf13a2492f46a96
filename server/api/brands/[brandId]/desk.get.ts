import { route } from '#server/route'
import { deskContext } from '#server/posts'

export default route('read', null, ({ actor }) => deskContext(actor))
